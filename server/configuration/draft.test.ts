import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import type { Edit } from '../../core/configuration'
import { trail } from '../audit/trail'
import { fileDocument } from '../documents/acts/file'
import { documentRow } from '../documents/rows'
import { content, emptyVault } from '../documents/vault.fixture'
import { Refusal } from '../refusal'
import { checkedDraft } from './checked-draft'
import { addEdit, discardDraft, drafted, moveCursor, readDraft, restoreConfiguration } from './draft'
import { publish } from './publish'
import { published } from './published'
import { strandedDocuments } from './stranded'

let vault: ReturnType<typeof emptyVault>
beforeEach(() => (vault = emptyVault()))
afterEach(() => vault.remove())

const mara = () => vault.who('Mara Feldhaus')
const rename = (name: string): Edit => ({ kind: 'rename-lifecycle', lifecycle: 'note', name })
const make = (edit: Edit) => addEdit(vault.db, mara(), edit, readDraft(vault.db).change)
const noteName = () => drafted(vault.db).lifecycles.find(({ id }) => id === 'note')!.name
const change = () => readDraft(vault.db).change
/** The refusal of something done to the draft, which stays as it was. */
function refused(act: () => unknown): Refusal {
  const before = JSON.stringify([readDraft(vault.db), published(vault.db).id])
  let refusal: unknown
  try {
    act()
  } catch (error) {
    refusal = error
  }
  expect(refusal).toBeInstanceOf(Refusal)
  expect(JSON.stringify([readDraft(vault.db), published(vault.db).id])).toBe(before)
  return refusal as Refusal
}

describe('a draft', () => {
  it('is the configuration in force until an edit is made, and then that with the edit', () => {
    expect(drafted(vault.db)).toEqual(published(vault.db).configuration)
    const { number, cursor, edits } = make(rename('Memo'))
    expect({ number, cursor, edits: edits.length }).toEqual({ number: 2, cursor: 1, edits: 1 })
    expect(noteName()).toBe('Memo')
    expect(published(vault.db).configuration.lifecycles.find(({ id }) => id === 'note')!.name).toBe('Note')
  })
  it('goes back and forth edit by edit, and no further than there are edits', () => {
    make(rename('Memo'))
    make(rename('Minutes'))
    const names = [-1, -1, -1, 1, 1, 1].map((by) => {
      moveCursor(vault.db, by as -1 | 1, change())
      return noteName()
    })
    expect(names).toEqual(['Memo', 'Note', 'Note', 'Memo', 'Minutes', 'Minutes'])
  })
  it('forgets what was undone as soon as another edit is made', () => {
    make(rename('Memo'))
    moveCursor(vault.db, -1, change())
    expect(make(rename('Minutes')).edits.map(({ words }) => words)).toHaveLength(1)
    moveCursor(vault.db, 1, change())
    expect(noteName()).toBe('Minutes')
  })
  it('refuses a change that was made on an older state of it, and says whose came between', () => {
    const late = change()
    make(rename('Memo'))
    const refusal = refused(() => addEdit(vault.db, mara(), rename('Minutes'), late))
    expect(refusal.kind).toBe('conflict')
    expect(refusal.message).toMatch('Mara Feldhaus made')
    refused(() => moveCursor(vault.db, -1, late))
    refused(() => discardDraft(vault.db, mara(), late))
    refused(() => publish(vault.db, mara(), checkedDraft(vault.db), late, null))
  })
  it('refuses an edit that cannot be made', () => {
    expect(refused(() => make({ kind: 'rename-lifecycle', lifecycle: 'gone', name: 'X' })).kind).toBe(
      'invalid',
    )
    expect(
      refused(() => make({ kind: 'use-lifecycle', class: 'drawing', lifecycle: 'gone' })).message,
    ).toMatch('gone')
  })
  it('is taken back whole, which the trail tells', () => {
    make(rename('Memo'))
    expect(discardDraft(vault.db, mara(), change()).edits).toEqual([])
    expect(trail(vault.db, { limit: 1 })[0]).toMatchObject({ code: 'discard-draft' })
  })
})

describe('publishing', () => {
  it('puts all edits up to the cursor in force, and begins the next draft', () => {
    make(rename('Memo'))
    make(rename('Minutes'))
    moveCursor(vault.db, -1, change())
    expect(publish(vault.db, mara(), checkedDraft(vault.db), change(), 'shorter').id).toBe(2)
    expect(readDraft(vault.db)).toMatchObject({ number: 3, cursor: 0, edits: [] })
    expect(noteName()).toBe('Memo')
    expect(trail(vault.db, { limit: 1 })[0]).toMatchObject({ code: 'publish', why: 'shorter' })
  })
  it('is refused where there is nothing to publish', () =>
    expect(refused(() => publish(vault.db, mara(), checkedDraft(vault.db), change(), null)).message).toMatch(
      'no edits',
    ))
  it('is refused with the findings where the draft has an error', () => {
    make({ kind: 'add-transition', lifecycle: 'note', name: 'Nobody', from: 'issued', to: 'drafting' })
    const refusal = refused(() => publish(vault.db, mara(), checkedDraft(vault.db), change(), null))
    expect(refusal.message).toMatch('Nobody')
    expect(refusal.reasons.length).toBeGreaterThan(0)
  })
  it('gives documents a class’s new lifecycle from then on, and leaves those that there are in theirs', () => {
    const file = (number: string) => {
      const asked = { number, title: null, folder: '/Grips', classId: 'drawing' }
      fileDocument(vault.db, vault.who('Jonas Eckhart'), asked, content(`${number}.dxf`), null)
      return documentRow(vault.db, number).lifecycle
    }
    expect(file('BR-1')).toBe('workshop-document')
    make({ kind: 'add-lifecycle', name: 'Sketch', id: 'workshop-letters', like: 'workshop-document' })
    const sketch = drafted(vault.db).lifecycles.at(-1)!.id
    make({ kind: 'use-lifecycle', class: 'drawing', lifecycle: sketch })
    publish(vault.db, mara(), checkedDraft(vault.db), change(), null)
    expect(file('BR-2')).toBe(sketch)
    expect(documentRow(vault.db, 'BR-1').lifecycle).toBe('workshop-document')
  })
  it('asks where the documents of a removed state go, and moves them with it', () => {
    const asked = { number: 'BR-1', title: null, folder: '/Grips', classId: 'drawing' }
    fileDocument(vault.db, vault.who('Jonas Eckhart'), asked, content('BR-1.dxf'), null)
    vault.db.$client.prepare(`update documents set state = 'superseded'`).run()
    make({ kind: 'remove-state', lifecycle: 'workshop-document', state: 'superseded' })
    const [lot] = strandedDocuments(vault.db, mara(), published(vault.db).configuration, drafted(vault.db))
    expect(lot).toMatchObject({ state: 'superseded', count: 1, targets: ['drafting', 'checking', 'issued'] })
    const to = (target: string) => [{ lifecycle: 'workshop-document', state: 'superseded', to: target }]
    expect(refused(() => publish(vault.db, mara(), checkedDraft(vault.db), change(), null)).message).toMatch(
      'Say where they go',
    )
    expect(
      refused(() => publish(vault.db, mara(), checkedDraft(vault.db), change(), null, to('gone'))).kind,
    ).toBe('invalid')
    publish(vault.db, mara(), checkedDraft(vault.db), change(), null, to('issued'))
    expect(documentRow(vault.db, 'BR-1').state).toBe('issued')
  })
})

it('an earlier configuration comes back as an edit like others', () => {
  make(rename('Memo'))
  publish(vault.db, mara(), checkedDraft(vault.db), change(), null)
  restoreConfiguration(vault.db, mara(), 1, change())
  expect(noteName()).toBe('Note')
  moveCursor(vault.db, -1, change())
  expect(noteName()).toBe('Memo')
})
