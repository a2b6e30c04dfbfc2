import { Worker } from 'node:worker_threads'
import { log } from '../log'

/** What the thread for mail is started with. */
export interface MailStart {
  dataFolder: string
}

/** The pause before a crashed thread is started again, in milliseconds. */
const pause = 5000
/** The longest that the server waits for letters on their way when it ends, in milliseconds. */
const patience = 10_000

/**
 * Composes and sends mail in a thread of its own, so that five hundred letters hold nobody up.
 * @returns a function that ends it once the letters on their way have arrived
 */
export function startMail(program: string, start: MailStart): () => Promise<void> {
  let hasStopped = false
  let worker = begin()

  function begin(): Worker {
    const begun = new Worker(program, { workerData: start, resourceLimits: { maxOldGenerationSizeMb: 128 } })
    begun.on('error', (error) => log.fault('The thread for mail broke off', error))
    begun.once('exit', () => {
      if (!hasStopped) setTimeout(() => (worker = begin()), pause).unref()
    })
    begun.unref()
    return begun
  }

  return async () => {
    hasStopped = true
    const ended = new Promise((resolve) => worker.once('exit', resolve))
    worker.postMessage('stop')
    const tooLong = setTimeout(() => void worker.terminate(), patience)
    await ended
    clearTimeout(tooLong)
  }
}
