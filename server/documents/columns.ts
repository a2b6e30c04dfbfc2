import { getTableColumns } from 'drizzle-orm'
import { documents } from '../database/schema'

const { place: _place, key: _key, ...columns } = getTableColumns(documents)

/** What a document is; how the vault finds it again is nobody’s business outside. */
export const documentColumns = columns
export type DocumentRow = Omit<typeof documents.$inferSelect, 'place' | 'key'>
