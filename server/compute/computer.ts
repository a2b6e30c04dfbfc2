import { Piscina } from 'piscina'
import { queries } from '../database/query-count'
import { queue } from '../jobs/queue'
import { Turns } from '../processes/turns'
import { Refusal } from '../refusal'
import { type AnswerOf, type ComputationKind, computations, type InputOf } from './kinds'
import type { Computation } from './computation'
import type { ComputeStart, Outcome, Task } from './worker'

/** The most memory that one thread may take, in megabytes. */
const mostMemory = { quick: 256, slow: 768, act: 512 }
/** How far the threads for what takes long stand back for the thread that answers everybody, as `nice` counts it. */
const wayGiven = 10
/**
 * Threads at work together, how many of them are one person’s, and how much of theirs may wait. Lists wait for
 * milliseconds: many may.
 */
const limits = {
  quick: { atOnce: 2, atOnceEach: 1, waitingEach: 500 },
  slow: { atOnce: 2, atOnceEach: 1, waitingEach: 60 },
  // There is one database: acts on many come one after the other.
  act: { atOnce: 1, atOnceEach: 1, waitingEach: 20 },
}
type Speed = keyof typeof limits

/**
 * The threads in which everything is computed that somebody could make slow by what they type: the thread that
 * answers everybody stays free, and a computation that takes too long is ended with its thread. People are served in
 * turn, and the time that a computation may take is counted from when it begins.
 */
export class Computer {
  private readonly pools: Record<Speed, { threads: Piscina<Task, Outcome>; turns: Turns }>

  constructor(workerFile: string, dataFolder: string) {
    const workerData = (speed: Speed): ComputeStart => ({ dataFolder, mayWrite: speed === 'act' })
    const pool = (speed: Speed, niceIncrement: number) => ({
      threads: new Piscina<Task, Outcome>({
        filename: workerFile,
        workerData: workerData(speed),
        // Whoever acts on many can wait for a thread to begin.
        minThreads: speed === 'act' ? 0 : 1,
        idleTimeout: 30_000,
        maxThreads: limits[speed].atOnce,
        niceIncrement,
        resourceLimits: { maxOldGenerationSizeMb: mostMemory[speed] },
      }),
      turns: new Turns(limits[speed]),
    })
    this.pools = { quick: pool('quick', 0), slow: pool('slow', wayGiven), act: pool('act', 0) }
  }

  /** What computes in somebody’s name. */
  for(who: string): Pick<Computer, 'compute'> {
    return { compute: (kind, input) => this.compute(kind, input, who) }
  }

  /** @throws Refusal where it refuses, takes too long or too much, or too much of the same person waits. */
  async compute<Kind extends ComputationKind>(
    kind: Kind,
    input: InputOf<Kind>,
    who = 'the vault',
  ): Promise<AnswerOf<Kind>> {
    const { seconds, name, speed } = computations[kind] as Computation<never, unknown>
    const { threads, turns } = this.pools[speed]
    const outcome = await turns.take(who, () =>
      threads.run({ kind, input }, { signal: AbortSignal.timeout(seconds * 1000) }).catch((cause: Error) => {
        const why = whyNot(cause, name, seconds, mostMemory[speed])
        throw why ? new Refusal('unavailable', why, [], { cause }) : cause
      }),
    )
    queries.add(outcome.queries)
    if ('refusal' in outcome) {
      const { kind: of, message, reasons } = outcome.refusal
      throw new Refusal(of, message, reasons)
    }
    // What an act in another thread has queued need not wait for somebody to look.
    if (speed === 'act') queue.emit('queued')
    return outcome.answer as AnswerOf<Kind>
  }
}

function whyNot(
  { name, ...error }: Error,
  what: string,
  seconds: number,
  megabytes: number,
): string | undefined {
  const { code } = error as { code?: string }
  if (name === 'AbortError' || name === 'TimeoutError')
    return `${what} took more than ${seconds} seconds and was ended: make it simpler, or ask for less`
  if (code === 'ERR_WORKER_OUT_OF_MEMORY')
    return `${what} took more than ${megabytes} MB and was ended: make it simpler, or ask for less`
  return undefined
}
