import { Worker } from 'node:worker_threads'
import type { WorkAnswer } from './worker-process'

/** A thread that ends the process when its parent is gone, even while the main thread is busy. */
const guard = `
const { workerData } = require('node:worker_threads')
setInterval(() => process.ppid === workerData || process.kill(process.pid, 'SIGKILL'), 500)`

/** Ends this process when the one that forked it ends, even by a kill (`forkProgram`). */
export function endWithParent(): void {
  process.once('disconnect', () => process.exit())
  new Worker(guard, { eval: true, workerData: Number(process.argv[2]) }).unref()
}

/** Runs the tasks that the parent sends. */
export function serveTasks<Task, Answer, Fault>(
  work: (task: Task) => Promise<WorkAnswer<Answer, Fault>>,
): void {
  endWithParent()
  process.on('message', (task: Task) => {
    void work(task).then((answer) => process.send!(answer))
  })
}
