import { Worker } from 'node:worker_threads'
import type { WorkAnswer } from './worker-process'

/** A thread that sees the server go also while the process computes, and ends it. */
const guard = `
const { workerData } = require('node:worker_threads')
setInterval(() => process.ppid === workerData || process.kill(process.pid, 'SIGKILL'), 500)`

/** Ends this process with the one that began it, however that ends, and whatever this one is about then. */
export function endWithParent(): void {
  process.once('disconnect', () => process.exit())
  new Worker(guard, { eval: true, workerData: process.ppid }).unref()
}

/** Makes this process do what it is sent, one after the other. */
export function serveTasks<Task, Answer, Fault>(
  work: (task: Task) => Promise<WorkAnswer<Answer, Fault>>,
): void {
  endWithParent()
  process.on('message', (task: Task) => {
    void work(task).then((answer) => process.send!(answer))
  })
}
