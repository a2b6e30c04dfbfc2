import { Worker } from 'node:worker_threads'

/** What the thread for mail is started with. */
export interface MailStart {
  dataFolder: string
}

/** The pause before a crashed thread is started again, in milliseconds. */
const pause = 5000

/** Composes and sends mail in a thread of its own, so that five hundred letters hold nobody up. */
export function startMail(program: string, start: MailStart): void {
  const worker = new Worker(program, { workerData: start, resourceLimits: { maxOldGenerationSizeMb: 128 } })
  worker.on('error', (error) => console.error('The thread for mail broke off:', error))
  worker.once('exit', () => setTimeout(() => startMail(program, start), pause).unref())
  worker.unref()
}
