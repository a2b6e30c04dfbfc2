import { getTableColumns, sql } from 'drizzle-orm'
import { documents } from '../database/schema'

const { place: _place, key: _key, ...columns } = getTableColumns(documents)

/** The path of a document’s folder as it is now. */
export const folderPath = sql<string>`(select path from folders where folders.key = documents.folder)`
  .mapWith(String)
  .as('folder_path')
/** The key by which documents stand in the folder that has a path now. */
export const folderKey = (path: unknown) => sql<string>`(select key from folders where path = ${path})`

/** What a document is; how the vault finds it again is nobody’s business outside. */
export const documentColumns = { ...columns, folder: folderPath }
export type DocumentRow = Omit<typeof documents.$inferSelect, 'place' | 'key'>
