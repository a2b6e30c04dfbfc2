import { log } from '../../../log'
import type { Computer } from '../../../compute/computer'
import { oncePerConnection, type Db } from '../../../database/connection'
import { bounds } from '../bounds'
import type { VaultQuery } from '../query'
import type { RowColumns } from './columns'
import type { GivenLists } from './known'
import { type KnownUpTo, movesSince } from './moves'
import { sortInMemory, type SortInMemory, sortsInMemory } from './order'

/** The milliseconds between two looks at how many documents have moved. */
const every = 5000
/** An order is kept for at least this many milliseconds, because an intake moves documents all the time. */
const leastAge = 60_000

const documentsOf = oncePerConnection(({ $client }) =>
  $client.prepare('select ifnull(sum(documents), 0) from places').pluck(),
)

/**
 * Keeps all documents of a large vault in their orders. One thread reads them, and the threads that list share the
 * memory: they find a page far down a million documents in four megabytes. A small vault needs no such memory.
 */
export class KeptLists {
  private columns: RowColumns | undefined
  private readonly orders: GivenLists['orders'] = {}
  private readonly readAt = new WeakMap<KnownUpTo, number>()
  private timer: NodeJS.Timeout | undefined
  private isReading = false

  constructor(
    private readonly db: Db,
    private readonly computer: Pick<Computer, 'compute'>,
  ) {}

  /** Reads the orders of a large vault, and reads them again after many documents have moved. */
  start(): void {
    this.timer = setInterval(() => void this.look(), every).unref()
    void this.look()
  }

  stop(): void {
    clearInterval(this.timer)
  }

  /** Returns what a list needs, or nothing for the first pages of all documents: the table has them at once. */
  for(query: VaultQuery): GivenLists | undefined {
    const { offset, folder, classId, lifecycle, state, revision, intake } = query
    const isNarrowed = folder || classId || lifecycle || state || revision || intake
    if (offset <= bounds.near && !isNarrowed) return undefined
    const sort = sortInMemory(query.sort)
    return { columns: this.columns, orders: { [sort]: this.orders[sort], number: this.orders.number } }
  }

  /** Reads one order after the other, so that none holds a thread for long. */
  async look(): Promise<void> {
    if (this.isReading || (documentsOf(this.db).get() as number) < bounds.inMemory) return
    this.isReading = true
    try {
      for (const sort of sortsInMemory)
        if (this.isDue(this.orders[sort])) this.orders[sort] = this.dated(await this.read(sort))
      if (this.isDue(this.columns))
        this.columns = this.dated(await this.computer.compute('read-columns', null))
    } catch (error) {
      log.fault('The orders of the list could not be read; pages far down take longer', error)
    } finally {
      this.isReading = false
    }
  }

  private read(sort: SortInMemory) {
    return this.computer.compute('read-order', { sort })
  }

  private dated<Known extends KnownUpTo>(known: Known): Known {
    this.readAt.set(known, performance.now())
    return known
  }

  private isDue(known: KnownUpTo | undefined): boolean {
    if (!known) return true
    const age = performance.now() - this.readAt.get(known)!
    return age > leastAge && movesSince(this.db, known) > bounds.movesToRead
  }
}
