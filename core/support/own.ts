/**
 * Looks up a key from outside in a table. A plain look-up would also find inherited names such as `constructor`.
 * @returns undefined if the table has no such key of its own
 */
export const own = <T>(table: Readonly<Record<string, T>>, key: string): T | undefined =>
  Object.hasOwn(table, key) ? table[key] : undefined
