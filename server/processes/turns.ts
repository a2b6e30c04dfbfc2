import { Refusal } from '../refusal'

/** How much of something is done at a time, and how much may wait. */
export interface TurnLimits {
  /** How many are at work together. */
  atOnce: number
  /** How many of them may be one person’s: fewer than all, so that nobody holds all places. */
  atOnceEach: number
  /** How many of one person may wait. */
  waitingEach: number
}

/**
 * Serves people in turn: whoever has waited longest for their next piece of work comes first, however much others have
 * brought. Work begins when its turn comes, and a limit of time can be counted from there.
 */
export class Turns {
  /** What waits, by person; the person whose turn it is comes first. */
  private readonly queues = new Map<string, (() => Promise<unknown>)[]>()
  private readonly working = new Map<string, number>()
  private count = 0

  constructor(private readonly limits: TurnLimits) {}

  /** @throws Refusal where too much of the same person waits already. */
  take<T>(who: string, work: () => Promise<T>): Promise<T> {
    const queue = this.queues.get(who) ?? []
    if (queue.length >= this.limits.waitingEach)
      throw new Refusal(
        'too-many',
        'much of what you asked for waits already: try again once some of it is done',
      )
    return new Promise<T>((resolve, reject) => {
      queue.push(() => work().then(resolve, reject))
      this.queues.set(who, queue)
      this.begin()
    })
  }

  private begin(): void {
    while (this.count < this.limits.atOnce) {
      const next = this.next()
      if (!next) return
      const [who, work] = next
      this.change(who, 1)
      void work().finally(() => {
        this.change(who, -1)
        this.begin()
      })
    }
  }

  /** The next piece of work; whose it is goes to the end of the row. */
  private next(): [who: string, work: () => Promise<unknown>] | undefined {
    for (const [who, queue] of this.queues) {
      if ((this.working.get(who) ?? 0) >= this.limits.atOnceEach) continue
      this.queues.delete(who)
      const work = queue.shift()!
      if (queue.length) this.queues.set(who, queue)
      return [who, work]
    }
    return undefined
  }

  private change(who: string, by: number): void {
    const count = (this.working.get(who) ?? 0) + by
    if (count) this.working.set(who, count)
    else this.working.delete(who)
    this.count += by
  }
}
