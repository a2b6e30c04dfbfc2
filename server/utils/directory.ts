/** The most bytes of a change of the directory: a list of many people is one. */
export const mostOfChange = 5 * 2 ** 20

/** A request’s field as a plain value, as threads take it. */
export const plain = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T
