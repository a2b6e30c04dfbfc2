import type { SQLiteTable } from 'drizzle-orm/sqlite-core'
import { getTableColumns, sql } from 'drizzle-orm'

/** A placeholder for every column of a table, or for some of them, under the column's own name. */
export const allOf = <T extends SQLiteTable>(
  table: T,
  columns: object = getTableColumns(table),
): T['$inferInsert'] => placeholders(Object.keys(columns)) as T['$inferInsert']

/** Placeholders under these names. */
export const placeholders = (names: string[]): Record<string, never> =>
  Object.fromEntries(names.map((name) => [name, sql.placeholder(name)])) as Record<string, never>
