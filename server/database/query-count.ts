import { AsyncLocalStorage } from 'node:async_hooks'

/** Whether statements are counted: for tests, which compare what is asked of the database. */
export const isCounting = process.env.ILMENITE_COUNT_QUERIES === 'yes'

/** The count of the current question. Background work has a context of its own and is not counted. */
const underWay = new AsyncLocalStorage<{ count: number }>()

/** Counts the statements of one question, while statements are counted. */
export const counting = <T>(ask: () => T): T => (isCounting ? underWay.run({ count: 0 }, ask) : ask())

/** The statements that the current question has run. */
export const queries = {
  get count(): number {
    return underWay.getStore()?.count ?? 0
  },
  /** Adds statements that another thread ran for it. */
  add(more: number): void {
    const own = underWay.getStore()
    if (own) own.count += more
  },
}

/** What a connection needs to count its statements; nothing where they are not counted. */
export const counted = isCounting ? { verbose: () => queries.add(1) } : {}
