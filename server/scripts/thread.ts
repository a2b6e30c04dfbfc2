import { MessageChannel, type MessagePort, receiveMessageOnPort, Worker } from 'node:worker_threads'
import {
  type Script,
  ScriptError,
  type ScriptFacts,
  type ScriptLimits,
  type ScriptOutcome,
} from '../../core/script'
import { log } from '../log'

/** What is asked of a script’s thread, and what it answers. */
export interface ScriptQuestion {
  script: Script
  facts: ScriptFacts
  limits: ScriptLimits
}
export type ScriptAnswer = { outcome: ScriptOutcome } | { fault: string; line?: number }

/** What a script’s thread is started with. */
export interface ScriptThreadStart {
  port: MessagePort
  /** Set to 1 when it is ready, and after each answer. */
  flag: Int32Array
}

/** How long a thread may take to begin, and how much longer than a script may run it is waited for, in milliseconds. */
export const patience = { beginning: 5000, grace: 500 }
/** The most memory of a thread besides the script’s own, in megabytes. */
export const mostMemory = 128

/**
 * Runs scripts in a thread that is ended when one takes too long: an engine looks at its deadline between two
 * steps, and a single step may take for ever. Whoever asks waits, no longer than the script may run.
 */
export class ScriptThread {
  private thread: { worker: Worker; port: MessagePort; flag: Int32Array } | undefined

  constructor(private readonly program: string | URL) {}

  /** Runs a script and blocks until it ends. A failure is an answer too. */
  run(question: ScriptQuestion): ScriptAnswer {
    const { script, limits } = question
    const { port, flag } = (this.thread ??= this.begin())
    Atomics.store(flag, 0, 0)
    port.postMessage(question)
    const isEnded = Atomics.wait(flag, 0, 0, limits.time + patience.grace) === 'timed-out'
    const answer = receiveMessageOnPort(port)?.message as ScriptAnswer | undefined
    if (answer) return answer
    this.end()
    const why = isEnded ? `was ended: it took more than ${limits.time} ms` : 'broke off'
    return { fault: `${script.name} ${why}` }
  }

  /** Ends the thread; the next script begins another. */
  end(): void {
    void this.thread?.worker.terminate()
    this.thread = undefined
  }

  private begin() {
    const { port1: port, port2 } = new MessageChannel()
    const flag = new Int32Array(new SharedArrayBuffer(4))
    const workerData: ScriptThreadStart = { port: port2, flag }
    const worker = new Worker(this.program, {
      ...{ workerData, transferList: [port2] },
      resourceLimits: { maxOldGenerationSizeMb: mostMemory },
    })
    worker.on('error', (error) => log.fault('A script’s thread broke off', error))
    worker.unref()
    port.unref()
    if (Atomics.wait(flag, 0, 0, patience.beginning) === 'timed-out') {
      void worker.terminate()
      throw new ScriptError('the sandbox for scripts did not begin: try again in a moment')
    }
    return { worker, port, flag }
  }
}
