/**
 * What a table says of a key that came from outside; undefined where it says nothing. A plain look-up would find what
 * every object has as well: `constructor`, `toString`, `__proto__`.
 */
export const own = <T>(table: Readonly<Record<string, T>>, key: string): T | undefined =>
  Object.hasOwn(table, key) ? table[key] : undefined
