import { AsyncLocalStorage } from 'node:async_hooks'

/** Whether statements are counted: for tests, which compare what is asked of the database. */
export const isCounting = process.env.ILMENITE_COUNT_QUERIES === 'yes'

/** What one question has asked of the database so far; what runs beside it has nothing to do with it. */
const underWay = new AsyncLocalStorage<{ count: number }>()

/** Counts the statements of one question, while statements are counted. */
export const counting = <T>(ask: () => T): T => (isCounting ? underWay.run({ count: 0 }, ask) : ask())

/** How many statements the question under way has run. */
export const queries = {
  get count(): number {
    return underWay.getStore()?.count ?? 0
  },
  /** Counts what has been run for it elsewhere. */
  add(more: number): void {
    const own = underWay.getStore()
    if (own) own.count += more
  },
}

/** What a connection needs to count its statements; nothing where they are not counted. */
export const counted = isCounting ? { verbose: () => queries.add(1) } : {}
