import { Refusal } from '../refusal'

/** The limits of a pool. */
export interface TurnLimits {
  /** The pieces of work that run at a time. */
  atOnce: number
  /** The most of them for one person: fewer than all, so that nobody holds the whole pool. */
  atOnceEach: number
  /** The same for names that are no person, such as jobs. */
  atOnceOf?: Readonly<Record<string, number>>
  /** The most pieces that one person has waiting. */
  waitingEach: number
}

/**
 * Serves people in turn (round robin), however much each of them queues. Work starts when its turn comes, so its time
 * limit can start there too.
 */
export class Turns {
  /** The queue of each person, in the order of their turns. */
  private readonly queues = new Map<string, (() => Promise<unknown>)[]>()
  private readonly working = new Map<string, number>()
  private count = 0

  constructor(private readonly limits: TurnLimits) {}

  /** @throws Refusal if the person has too much waiting */
  async take<T>(who: string, work: () => Promise<T>): Promise<T> {
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

  /** Takes the next piece of work, and moves its person to the end. */
  private next(): [who: string, work: () => Promise<unknown>] | undefined {
    for (const [who, queue] of this.queues) {
      const most = this.limits.atOnceOf?.[who] ?? this.limits.atOnceEach
      if ((this.working.get(who) ?? 0) >= most) continue
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
