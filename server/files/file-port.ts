import type { MessagePort } from 'node:worker_threads'
import { errorOf, type FileFault, faultOfTask } from './file-fault'
import type { DoFileTask, FileTask } from './file-tasks'

interface Question {
  id: number
  task: FileTask
}
type Reply = { id: number } & ({ answer: unknown } | { fault: FileFault })

/** Sends tasks through a port to the thread that owns the processes. */
export function filesByPort(port: MessagePort): DoFileTask {
  const waiting = new Map<number, (reply: Reply) => void>()
  let last = 0
  port.on('message', (reply: Reply) => {
    waiting.get(reply.id)?.(reply)
    waiting.delete(reply.id)
    // A thread without open questions may end.
    if (!waiting.size) port.unref()
  })
  port.unref()
  const ask = (task: FileTask) =>
    new Promise((resolve, reject) => {
      const id = ++last
      waiting.set(id, (reply) => ('fault' in reply ? reject(errorOf(reply.fault)) : resolve(reply.answer)))
      port.ref()
      port.postMessage({ id, task } satisfies Question)
    })
  return ask as DoFileTask
}

/** Answers the tasks that come through a port. */
export function serveFiles(port: MessagePort, run: DoFileTask): void {
  port.on('message', ({ id, task }: Question) => {
    run(task as never)
      .then((answer): Reply => ({ id, answer }))
      .catch((error: unknown): Reply => ({ id, fault: faultOfTask(error) }))
      .then((reply) => port.postMessage(reply))
  })
}
