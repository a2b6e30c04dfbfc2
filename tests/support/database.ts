import { join } from 'node:path'
import Database from 'better-sqlite3'

/** Asks the database of a data folder. Its server may be running. */
export function askDatabase(data: string, question: string): Record<string, unknown>[] {
  const db = new Database(join(data, 'ilmenite.sqlite'), { readonly: true })
  try {
    return db.prepare(question).all() as Record<string, unknown>[]
  } finally {
    db.close()
  }
}
