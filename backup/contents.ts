import type Database from 'better-sqlite3'

/** A content that a vault names, and one of the documents that have it. */
export interface NamedContent {
  sha256: string
  size: number
  number: string | null
}

/** Where contents beside those that came in as versions stand; a vault from before may lack them. */
const beside = ['renditions', 'later_contents']

/** Every content that a document has as a version or beside one, by hash. */
export function contentsNamed(db: Database.Database): NamedContent[] {
  const isThere = db.prepare("select 1 from sqlite_master where type = 'table' and name = ?")
  const others = beside
    .filter((table) => isThere.get(table))
    .map((table) => `union all select sha256, size, document from ${table}`)
  return db
    .prepare(
      `select c.sha256, c.size, min(d.number) as number
        from (select sha256, size, document from versions ${others.join(' ')}) c
        left join documents d on d.id = c.document
        group by c.sha256 order by c.sha256`,
    )
    .all() as NamedContent[]
}
