/** Whether statements are counted: for tests, which compare what is asked of the database. */
export const isCounting = process.env.ILMENITE_COUNT_QUERIES === 'yes'

/** How many statements this thread has run, while they are counted. */
export const queries = { count: 0 }

/** What a connection needs to count its statements; nothing where they are not counted. */
export const counted = isCounting ? { verbose: () => void queries.count++ } : {}
