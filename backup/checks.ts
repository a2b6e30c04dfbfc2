import type Database from 'better-sqlite3'

/** One thing that is not as it should be, and where. */
export interface Fault {
  kind: 'database' | 'content' | 'version' | 'register' | 'reference' | 'audit' | 'index'
  where: string
  message: string
}

/** Writes a fault down. */
export type Say = (kind: Fault['kind'], where: string, message: string) => void
type Row = Record<string, string | number | null>

/** Says something of each row that a question finds. */
function each(db: Database.Database, question: string, tell: (row: Row) => void): void {
  for (const row of db.prepare(question).iterate() as IterableIterator<Row>) tell(row)
}

/** Whether every document has the versions that it counts. */
export function versions(db: Database.Database, say: Say): void {
  each(
    db,
    `select d.number, d.version, count(v.version) as there, max(v.version) as highest from documents d
      left join versions v on v.document = d.id group by d.id having there <> d.version or highest is not d.version`,
    ({ number, version, there, highest }) =>
      say(
        'version',
        String(number),
        `${number} counts ${version} versions, and has ${there}, the highest ${highest ?? 'none'}`,
      ),
  )
  each(
    db,
    'select v.document, v.version from versions v left join documents d on d.id = v.document where d.id is null',
    ({ document, version }) => say('version', String(document), `version ${version} belongs to no document`),
  )
}

/** Whether every register row stands for a version that is there, and every label has a row. */
export function registers(db: Database.Database, say: Say): void {
  each(
    db,
    `select d.number, r.label, r.version from register_rows r join documents d on d.id = r.document
      left join versions v on v.document = r.document and v.version = r.version
      where r.version is not null and v.version is null`,
    ({ number, label, version }) =>
      say(
        'register',
        String(number),
        `the register of ${number} says that ${label} is version ${version}, which it has not`,
      ),
  )
  each(
    db,
    `select d.number, d.revision from documents d where d.revision is not null
      and not exists (select 1 from register_rows r where r.document = d.id and r.label = d.revision)`,
    ({ number, revision }) =>
      say('register', String(number), `${number} stands at ${revision}, which is not in its register`),
  )
  each(
    db,
    'select r.document, r.label from register_rows r left join documents d on d.id = r.document where d.id is null',
    ({ document, label }) =>
      say('register', String(document), `a register row ${label} belongs to no document`),
  )
}

/** Whether every reference leads somewhere, and none in a circle. */
export function references(db: Database.Database, say: Say): void {
  each(
    db,
    `select r.parent, r.child from document_references r left join documents p on p.id = r.parent
      left join documents c on c.id = r.child where p.id is null or c.id is null`,
    ({ parent, child }) =>
      say('reference', String(parent), `a reference from ${parent} to ${child} ends nowhere`),
  )
  for (const number of inCircles(db)) say('reference', number, `${number} refers to itself, through others`)
}

/** Documents that are part of themselves: what is left once everything is taken away that refers to nothing left. */
function inCircles(db: Database.Database): string[] {
  const children = new Map<string, Set<string>>()
  const parents = new Map<string, string[]>()
  each(db, 'select parent, child from document_references', ({ parent, child }) => {
    const [above, below] = [String(parent), String(child)]
    children.set(above, (children.get(above) ?? new Set<string>()).add(below))
    parents.set(below, [...(parents.get(below) ?? []), above])
  })
  const open = [...parents.keys()].filter((id) => !children.has(id))
  for (let id = open.pop(); id !== undefined; id = open.pop())
    for (const above of parents.get(id) ?? []) {
      const left = children.get(above)
      left?.delete(id)
      if (left?.size !== 0) continue
      children.delete(above)
      open.push(above)
    }
  const number = db.prepare('select number from documents where id = ?').pluck()
  return [...children.keys()].map((id) => String(number.get(id) ?? id))
}

const has = (db: Database.Database, table: string): boolean =>
  db.prepare('select 1 from sqlite_master where name = ?').get(table) !== undefined

/** What is counted of each place, and the index of texts, against the documents themselves. */
export function tallies(db: Database.Database, say: Say): void {
  if (!has(db, 'places')) return
  each(
    db,
    `select p.folder, p.lifecycle, p.state, p.documents, count(d.id) as there from places p
      left join documents d on d.place = p.id group by p.id having there <> p.documents`,
    ({ folder, lifecycle, state, documents, there }) =>
      say(
        'index',
        `${folder} ${lifecycle} ${state}`,
        `${documents} documents are counted there, and ${there} are`,
      ),
  )
  each(
    db,
    `select d.number from documents d left join places p on p.id = d.place
      where (p.folder, p.class_id, p.lifecycle, p.state) is not (d.folder, d.class_id, d.lifecycle, d.state)`,
    ({ number }) => say('index', String(number), `${number} is counted in another place than it stands in`),
  )
  each(
    db,
    `select count(*) as there, (select count(*) from document_texts_docsize) as indexed,
      (select count(*) from documents d join document_texts_docsize t on t.id = d.key) as found from documents`,
    ({ there, indexed, found }) => {
      if (there !== indexed || there !== found)
        say(
          'index',
          'document_texts',
          `the texts of ${found} of ${there} documents are in the index, of ${indexed} in it`,
        )
    },
  )
}
