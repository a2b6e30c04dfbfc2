import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { fileDocument } from './acts/file'
import { findDocuments } from './list'
import { content, emptyVault } from './vault.fixture'

let vault: ReturnType<typeof emptyVault>
beforeEach(() => (vault = emptyVault()))
afterEach(() => vault.remove())

const file = (number: string, classId: string, folder = '/Grips') =>
  fileDocument(
    vault.db,
    vault.who('Ilya Brandt'),
    { number, title: null, folder, classId },
    content('a.dxf'),
    null,
  )
/** Rows as another program would copy them, with the keys and the places of what they are copied from. */
function copyAll() {
  const columns = vault.db.$client.prepare("select name from pragma_table_info('documents')").pluck().all()
  const picked = columns.map((name) =>
    name === 'id' || name === 'number' ? `${name} || '-copy'` : name === 'owner' ? "''" : name,
  )
  vault.db.$client.exec(`insert into documents (${columns}) select ${picked} from documents`)
}
const all = (query: string) => vault.db.$client.prepare(query).all()
/** What does not agree with the documents themselves. */
const wrong = () => ({
  keys: all('select key from documents group by ifnull(key, 0) having key is null or count(*) > 1'),
  places: all(`select number from documents d join places p on p.id is d.place
    where (p.folder, p.class_id, p.lifecycle, p.state) is not (d.folder, d.class_id, d.lifecycle, d.state)`),
  unplaced: all('select number from documents where place is null or owner is null'),
  counts: all(`select id, documents from places p
    where documents <> (select count(*) from documents d where d.place = p.id)`),
  labels: all(`select revision, place from label_tallies t where documents <>
    (select count(*) from documents d where d.place = t.place and ifnull(d.revision, '') = t.revision)`),
})
const nothing = { keys: [], places: [], unplaced: [], counts: [], labels: [] }
const foundBy = (text: string) =>
  findDocuments(vault.db, vault.who('Mara Feldhaus'), text, 10).map(({ number }) => number)

describe('a document that comes in', () => {
  it('has a key of its own, and stands in a place that counts it, whether the place is new or not', () => {
    for (const [index, classId] of ['part', 'drawing', 'part', 'drawing'].entries()) {
      file(`BR-700${index}`, classId, index < 3 ? '/Grips' : '/Line')
      expect(wrong()).toEqual(nothing)
    }
    expect(all('select distinct key from documents')).toHaveLength(4)
    expect(foundBy('BR-7002')).toEqual(['BR-7002'])
  })

  it('has one too where its row was copied by another program, key and place with it', () => {
    file('BR-7001', 'part')
    file('BR-7002', 'drawing')
    copyAll()
    expect(wrong()).toEqual(nothing)
    expect(all('select distinct key from documents')).toHaveLength(4)
    expect(all("select number from documents where owner = ''")).toEqual([])
    expect(foundBy('BR-7002')).toEqual(['BR-7002', 'BR-7002-copy'])
    file('BR-7003', 'part')
    expect(wrong()).toEqual(nothing)
    expect(foundBy('BR-7003')).toEqual(['BR-7003'])
  })
})
