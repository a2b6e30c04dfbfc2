import fc from 'fast-check'
import { allows, chainTo, relationOf } from '../../../core/access'
import { lifecycleOf, stateUseOf } from '../../../core/configuration'
import { compareText } from '../../../core/support'
import { configuration } from '../../../demo/configuration'
import { insertConfiguration, published } from '../../configuration/published'
import { documents, folders as folderTable } from '../../database/schema'
import { allFolders } from '../../directory/folders'
import { asPerson } from '../../directory/people'
import { fileDocument } from '../acts/file'
import { content, emptyVault } from '../vault.fixture'
import { documentSorts, type VaultQuery } from './query'

/** Only owners see drafts here. Creators and checkers also see what waits for a check. */
const withOwners = structuredClone(configuration)
const workshop = withOwners.lifecycles[0]!
workshop.states[0]!.grants = { owner: ['see', 'edit'] }
workshop.states[1]!.grants = { owner: ['see'], creator: ['see'], 'role:checker': ['see'] }
export const filers = ['Ilya Brandt', 'Mara Feldhaus', 'Jonas Eckhart', 'Birgit Osei']
export const readers = [...filers, 'Emil Achterberg', 'Carla Winslow', 'Bo Rasmussen']
const placed = ['/Grips', '/Grips/Legacy', '/Line', '/Line/Carried over', '/Drives', '/Own']
export const states = ['drafting', 'checking', 'issued', 'superseded']

/** A vault with 240 documents of all kinds, spread over places in which people see all, some or nothing. */
export function filledVault() {
  const vault = emptyVault()
  insertConfiguration(vault.db, { id: 2, configuration: withOwners, personName: 'Mara', comment: null })
  const rules = { grants: { owner: ['see'] }, withhold: { creator: ['see'] }, startAfresh: true } as object
  vault.db.insert(folderTable).values({ path: '/Own', key: '/Own', rules }).run()
  const change = vault.db.$client.prepare(
    `update documents set state = @state, folder = @folder, owner = @owner, creator = @creator, revision = @label,
      revision_order = @label, changed_at = @changedAt, checked_out_by = @checkedOutBy where number = @number`,
  )
  const random = (index: number, of: number) => (index * 7919 + (index >> 3)) % of
  for (let index = 0; index < 240; index++) {
    const number = `BR-${1000 + ((index * 37) % 240)}`
    const asked = {
      number,
      title: index % 11 === 0 ? null : `${['Clamp', 'Lever', 'Öse', 'plate'][index % 4]} ${random(index, 9)}`,
      folder: '/Grips',
      classId: index % 2 ? 'part' : 'drawing',
      record: { material: ['Bronze', 'S355'][index % 2]! },
    }
    fileDocument(vault.db, vault.who('Ilya Brandt'), asked, content(`${number}.dxf`), null)
    const who = (step: number) => vault.who(filers[(index + step) % filers.length]!).id
    const label = index % 13 === 0 ? null : 'ABC'[random(index, 3)]!
    change.run({
      state: states[random(index, 4)],
      folder: placed[random(index, placed.length)],
      owner: who(0),
      creator: who(random(index, 2)),
      label,
      changedAt: `2026-01-0${1 + (index % 7)}T00:00:00.000Z`,
      checkedOutBy: index % 17 ? null : who(0),
      number,
    })
  }
  return {
    ...vault,
    /** Returns the numbers that a query should find, in their order. */
    plainly: (name: string, query: VaultQuery) => plainly(vault, name, query),
  }
}
export type FilledVault = ReturnType<typeof filledVault>

/** Whether a document has what a query asks for. */
function isAskedFor(query: VaultQuery, row: typeof documents.$inferSelect): boolean {
  const { state, classId, folder, revision, checkedOut, intake } = query
  const text = query.text?.toLowerCase() ?? ''
  const values = Object.values(row.record).filter((value) => typeof value === 'string')
  const hasText = [row.number, row.title ?? '', ...values].some((value) =>
    String(value).toLowerCase().includes(text),
  )
  return (
    (!state || row.state === state) &&
    (!classId || row.classId === classId) &&
    (!folder || folder === '/' || row.folder === folder || row.folder.startsWith(`${folder}/`)) &&
    (!revision || row.revision === revision) &&
    (!checkedOut || row.checkedOutBy !== null) &&
    (!intake || row.intake === intake) &&
    (text.length < 3 ? row.number.toLowerCase().startsWith(text) : hasText)
  )
}

/** Asks the rules about every document, filters and sorts. */
function plainly(vault: ReturnType<typeof emptyVault>, name: string, query: VaultQuery): string[] {
  const person = asPerson(vault.who(name))
  const folders = allFolders(vault.db)
  const inForce = published(vault.db).configuration
  const column = {
    number: 'number',
    title: 'title',
    state: 'state',
    revision: 'revisionOrder',
    folder: 'folder',
    changed: 'changedAt',
  } as const
  const rows = vault.db
    .select()
    .from(documents)
    .all()
    .filter((row) => {
      const use = stateUseOf(lifecycleOf(inForce, row.lifecycle), row.state)
      const isSeen = allows(person, chainTo(folders, row.folder), use, 'see', relationOf(person, row))
      return isSeen && isAskedFor(query, row)
    })
  const key = (row: (typeof rows)[number]) => row[column[query.sort]]
  const compare = (one: string | null, other: string | null) =>
    one === other ? 0 : one === null ? -1 : other === null ? 1 : compareText(one, other)
  rows.sort((a, b) => compare(key(a), key(b)) || compareText(a.number, b.number))
  if (query.descending) rows.reverse()
  return rows.map(({ number }) => number)
}

export const some = <T>(...values: T[]) => fc.constantFrom(...values)
export const queries: fc.Arbitrary<VaultQuery> = fc.record(
  {
    text: some('lever', 'BR-10', 'r-1', 'ÖSE', 'bronze', 'br', 'z', 'BR-1101', 'e"'),
    state: some(...states),
    classId: some('part', 'drawing'),
    folder: some('/Grips', '/', '/Own', '/Line'),
    revision: some('A', 'B'),
    checkedOut: fc.boolean(),
    sort: some(...documentSorts),
    descending: fc.boolean(),
    offset: some(0, 0, 3, 20, 90, 239),
    limit: some(1, 7, 50, 500),
  },
  { requiredKeys: ['sort', 'descending', 'offset', 'limit'] },
)
