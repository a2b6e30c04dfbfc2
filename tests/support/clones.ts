import { randomUUID } from 'node:crypto'
import { join } from 'node:path'
import Database from 'better-sqlite3'

/** A copy of a document. */
export interface Cloned {
  number: string
  change: number
}

/**
 * Copies a document with its versions, register and tasks into the database of a stopped server. Filing hundreds of
 * documents would take minutes.
 * @param refersTo the number of a document that each copy refers to
 */
export function clone(
  data: string,
  original: string,
  count: number,
  prefix: string,
  refersTo?: string,
): Cloned[] {
  const db = new Database(join(data, 'ilmenite.sqlite'))
  const row = db.prepare('select * from documents where number = ?').get(original) as Record<string, unknown>
  const copy = (table: string, column: string, from: unknown, values: Record<string, unknown>) => {
    const rows = db.prepare(`select * from ${table} where ${column} = ?`).all(from) as Record<
      string,
      unknown
    >[]
    for (const one of rows) {
      const made = { ...one, ...(table === 'tasks' ? { id: randomUUID() } : {}), ...values }
      const names = Object.keys(made)
      db.prepare(
        `insert into ${table} (${names.join()}) values (${names.map((name) => `@${name}`).join()})`,
      ).run(made)
    }
  }
  const child = refersTo && db.prepare('select id from documents where number = ?').pluck().get(refersTo)
  const made = db.transaction(() =>
    Array.from({ length: count }, (_, index) => {
      const [id, number] = [randomUUID(), `${prefix}-${String(index).padStart(5, '0')}`]
      copy('documents', 'id', row.id, { id, number, place: null, key: null })
      for (const table of ['versions', 'register_rows', 'tasks'])
        copy(table, 'document', row.id, { document: id })
      if (child) db.prepare('insert into document_references values (?, ?)').run(id, child)
      return { number, change: row.change as number }
    }),
  )()
  db.close()
  return made
}
