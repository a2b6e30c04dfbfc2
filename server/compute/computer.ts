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
/** The limits of each pool. Lists take milliseconds, so many of them may wait. */
const limits = {
  quick: { atOnce: 2, atOnceEach: 1, waitingEach: 500 },
  slow: { atOnce: 2, atOnceEach: 1, waitingEach: 60 },
  // SQLite takes one writer at a time.
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
        // The thread for acts starts on demand.
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

  /** A computer whose work waits for its turn as a person’s. */
  for(who: string): Pick<Computer, 'compute'> {
    return { compute: (kind, input) => this.compute(kind, input, who) }
  }

  /** @throws Refusal if it refuses, exceeds its limits, or the person has too much in the queue */
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
    // The act may have queued jobs in its own thread: wake the runner.
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
