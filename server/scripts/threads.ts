import { MessageChannel, type MessagePort, Worker } from 'node:worker_threads'
import { Turns } from '../processes/turns'
import {
  mostMemory,
  patience,
  type ScriptAnswer,
  type ScriptQuestion,
  type ScriptThreadStart,
} from './thread'
import { log } from '../log'

/** The scripts that run at a time, at most one of them for one person. */
const turns = { atOnce: 2, atOnceEach: 1, waitingEach: 300 }

interface Thread {
  worker: Worker
  port: MessagePort
  isReady: Promise<void>
}

/**
 * Runs scripts in threads without blocking the caller. A thread is killed with a script that takes too long, because
 * the engine checks its deadline only between steps, and one step may take for ever.
 */
export class ScriptThreads {
  private readonly turns = new Turns(turns)
  private readonly free: Thread[] = []

  constructor(private readonly program: string) {}

  /** Runs a script. A failure is an answer too. */
  run(question: ScriptQuestion, who: string): Promise<ScriptAnswer> {
    return this.turns.take(who, () => this.runNext(question))
  }

  private async runNext(question: ScriptQuestion): Promise<ScriptAnswer> {
    const thread = this.free.pop() ?? this.begin()
    try {
      await thread.isReady
      const answer = await answerOf(thread, question)
      this.free.push(thread)
      return answer
    } catch (error) {
      void thread.worker.terminate()
      return { fault: (error as Error).message }
    }
  }

  private begin(): Thread {
    const { port1: port, port2 } = new MessageChannel()
    const workerData: ScriptThreadStart = { port: port2, flag: new Int32Array(new SharedArrayBuffer(4)) }
    const worker = new Worker(this.program, {
      workerData,
      transferList: [port2],
      resourceLimits: { maxOldGenerationSizeMb: mostMemory },
    })
    worker.on('error', (error) => log.fault('A script’s thread broke off', error))
    const isReady = new Promise<void>((resolve, reject) => {
      const tooLong = setTimeout(() => reject(new Error(notBegun)), patience.beginning)
      worker.once('message', () => {
        clearTimeout(tooLong)
        resolve()
      })
    })
    isReady.catch(() => {})
    worker.unref()
    port.unref()
    return { worker, port, isReady }
  }
}

const notBegun = 'the sandbox for scripts did not begin: try again in a moment'

/** @throws Error if the script took too long or its thread ended */
function answerOf({ worker, port }: Thread, question: ScriptQuestion): Promise<ScriptAnswer> {
  const { script, limits } = question
  return new Promise((resolve, reject) => {
    const ended = () => reject(new Error(`${script.name} broke off`))
    const tooLong = () => reject(new Error(`${script.name} was ended: it took more than ${limits.time} ms`))
    const timer = setTimeout(tooLong, limits.time + patience.grace)
    worker.once('exit', ended)
    port.once('message', (answer: ScriptAnswer) => {
      clearTimeout(timer)
      worker.off('exit', ended)
      resolve(answer)
    })
    port.postMessage(question)
  })
}
