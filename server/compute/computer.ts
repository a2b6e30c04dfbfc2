import { Piscina } from 'piscina'
import { queries } from '../database/query-count'
import { Refusal } from '../refusal'
import { type AnswerOf, type Computation, type ComputationKind, computations, type InputOf } from './kinds'
import type { Outcome, Task } from './worker'

/** The most memory that one thread may take, in megabytes. */
const mostMemory = 1024
/** How many computations may wait. */
const longestQueue = 100
/** Lists wait for milliseconds: many may. */
const longestQueueOfQuick = 1000
/** How far the threads for what takes long stand back for the thread that answers everybody, as `nice` counts it. */
const wayGiven = 10

/**
 * The threads in which everything is computed that somebody could make slow by what they type: the thread that
 * answers everybody stays free, and a computation that takes too long is ended with its thread.
 */
export class Computer {
  private readonly pools: Record<'quick' | 'slow', Piscina<Task, Outcome>>

  constructor(workerFile: string, dataFolder: string) {
    const pool = (maxQueue: number, niceIncrement: number) =>
      new Piscina<Task, Outcome>({
        filename: workerFile,
        workerData: { dataFolder },
        minThreads: 1,
        maxThreads: 2,
        maxQueue,
        niceIncrement,
        resourceLimits: { maxOldGenerationSizeMb: mostMemory },
      })
    this.pools = { quick: pool(longestQueueOfQuick, 0), slow: pool(longestQueue, wayGiven) }
  }

  /** @throws Refusal where the computation refuses, takes too long or too much, or too many wait. */
  async compute<Kind extends ComputationKind>(kind: Kind, input: InputOf<Kind>): Promise<AnswerOf<Kind>> {
    const { seconds, name, isQuick } = computations[kind] as Computation<never, unknown>
    const outcome = await this.pools[isQuick ? 'quick' : 'slow']
      .run({ kind, input }, { signal: AbortSignal.timeout(seconds * 1000) })
      .catch((cause: Error) => {
        const why = whyNot(cause, name, seconds)
        throw why ? new Refusal('unavailable', why, [], { cause }) : cause
      })
    queries.count += outcome.queries
    if ('refusal' in outcome) {
      const { kind: of, message, reasons } = outcome.refusal
      throw new Refusal(of, message, reasons)
    }
    return outcome.answer as AnswerOf<Kind>
  }
}

function whyNot({ name, message, ...error }: Error, what: string, seconds: number): string | undefined {
  const { code } = error as { code?: string }
  if (name === 'AbortError' || name === 'TimeoutError')
    return `${what} took more than ${seconds} seconds and was ended: make it simpler, or ask for less`
  if (code === 'ERR_WORKER_OUT_OF_MEMORY')
    return `${what} took more than ${mostMemory} MB and was ended: make it simpler, or ask for less`
  if (/queue/i.test(message)) return 'too much is being computed at this moment: try again in a few seconds'
  return undefined
}
