import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { configuration } from '../../demo/configuration'
import { trail, verify } from '../audit/trail'
import { insertConfiguration } from '../configuration/published'
import { Refusal } from '../refusal'
import { checkIn } from './acts/check-in'
import { checkOut, undoCheckOut } from './acts/check-out'
import { correctLabel } from './acts/correct'
import { editRecord } from './acts/edit-record'
import { fileDocument } from './acts/file'
import { fire } from './acts/fire'
import { addReference } from './acts/refer'
import { rollBack } from './acts/roll-back'
import { documentPage } from './page'
import { documentRow, register } from './rows'
import { content, emptyVault } from './vault.fixture'

let vault: ReturnType<typeof emptyVault>
beforeEach(() => (vault = emptyVault()))
afterEach(() => vault.remove())

const bracket = {
  number: 'BR-7001',
  title: 'Bracket',
  folder: '/Grips',
  record: { material: 'S355', mass: 4 },
}
const row = () => documentRow(vault.db, bracket.number)
const chosen = () => ({ number: bracket.number, change: row().change })
const file = (by = vault.who('Jonas Eckhart'), asked = bracket) =>
  fileDocument(vault.db, by, asked, content('BR-7001.dxf'), 'First draft')
/** The refusal of an act, which leaves the document as it was. */
function refused(act: () => unknown): Refusal {
  const before = JSON.stringify([row(), register(vault.db, row().id)])
  let refusal: unknown
  try {
    act()
  } catch (error) {
    refusal = error
  }
  expect(refusal).toBeInstanceOf(Refusal)
  expect(JSON.stringify([row(), register(vault.db, row().id)])).toBe(before)
  return refusal as Refusal
}

describe('filing', () => {
  it('enters the lifecycle at the first label, with one version and one entry in the trail', () => {
    file()
    expect(row()).toMatchObject({
      state: 'drafting',
      revision: 'A',
      version: 1,
      lifecycle: 'workshop-document',
    })
    expect(trail(vault.db, { subject: row().id, limit: 9 })).toHaveLength(1)
    expect(verify(vault.db)).toMatchObject({ whole: true, entries: 1 })
  })
  it('refuses a number that is taken, whatever its case', () => {
    file()
    const again = { ...bracket, number: 'br-7001' }
    expect(refused(() => file(vault.who('Jonas Eckhart'), again))).toMatchObject({ kind: 'conflict' })
  })
  it('refuses somebody without edit in that folder', () => {
    expect(() => file(vault.who('Bo Rasmussen'))).toThrow(Refusal)
    expect(() => row()).toThrow('there is no document BR-7001')
  })
})

describe('check-out and check-in', () => {
  it('hold the document for one person, and add a version', () => {
    file()
    const [jonas, rosalie] = [vault.who('Jonas Eckhart'), vault.who('Rosalie Nkemba')]
    checkOut(vault.db, jonas, chosen())
    expect(refused(() => checkOut(vault.db, rosalie, chosen())).message).toMatch(
      'is checked out by Jonas Eckhart',
    )
    checkIn(vault.db, jonas, chosen(), content('BR-7001-new.dxf', 'b'.repeat(64)), 'Bore enlarged')
    expect(row()).toMatchObject({
      version: 2,
      fileName: 'BR-7001-new.dxf',
      revision: 'A',
      checkedOutBy: null,
    })
  })
  it('need a check-out before a check-in', () => {
    file()
    const jonas = vault.who('Jonas Eckhart')
    expect(refused(() => checkIn(vault.db, jonas, chosen(), content('x.dxf'), null)).message).toMatch(
      'check it out before',
    )
    expect(refused(() => undoCheckOut(vault.db, jonas, chosen())).message).toMatch('is not checked out')
  })
  it('refuse a document that has changed since it was looked at', () => {
    file()
    const stale = chosen()
    editRecord(vault.db, vault.who('Jonas Eckhart'), chosen(), { finish: 'zinc' })
    expect(refused(() => checkOut(vault.db, vault.who('Jonas Eckhart'), stale)).kind).toBe('conflict')
  })
})

describe('firing', () => {
  it('moves the document, writes its effects and says so in the trail', () => {
    file()
    fire(vault.db, vault.who('Jonas Eckhart'), chosen(), 'send-to-check', undefined)
    expect(row()).toMatchObject({ state: 'checking', revision: 'A', record: { stamp: 'Checking' } })
    fire(vault.db, vault.who('Ruth Sandoval'), chosen(), 'issue', undefined)
    expect(row()).toMatchObject({ state: 'issued', record: { issued_by: 'Ruth Sandoval' } })
    fire(vault.db, vault.who('Jonas Eckhart'), chosen(), 'revise', undefined)
    expect(row()).toMatchObject({ state: 'drafting', revision: 'B' })
    expect(register(vault.db, row().id).map(({ label }) => label)).toEqual(['A', 'B'])
    expect(trail(vault.db, { subject: row().id, limit: 1 })[0]).toMatchObject({
      code: 'fire',
      action: 'Revise',
    })
  })
  it('is refused with every reason, and nothing of it is done', () => {
    file(vault.who('Jonas Eckhart'), { ...bracket, record: { material: 'S355', mass: 0 } })
    const { reasons } = refused(() =>
      fire(vault.db, vault.who('Ruth Sandoval'), chosen(), 'send-to-check', undefined),
    )
    expect(reasons.map((reason) => (reason as { rule: string }).rule)).toEqual(
      expect.arrayContaining(['guard', 'fired-by']),
    )
  })
})

describe('correcting and rolling back', () => {
  it('keep what was, and leave later labels in order', () => {
    file()
    correctLabel(vault.db, vault.who('Mara Feldhaus'), chosen(), { row: 0, label: 'B', comment: 'misread' })
    expect(row().revision).toBe('B')
    expect(register(vault.db, row().id)[0]).toMatchObject({
      label: 'B',
      was: [{ label: 'A', by: 'Mara Feldhaus', why: 'misread' }],
    })
  })
  it('take an earlier content in as the newest version', () => {
    file()
    const jonas = vault.who('Jonas Eckhart')
    checkOut(vault.db, jonas, chosen())
    checkIn(vault.db, jonas, chosen(), content('BR-7001.dxf', 'b'.repeat(64)), null)
    refused(() => rollBack(vault.db, jonas, chosen(), 1, 'the bore was right'))
    rollBack(vault.db, vault.who('Mara Feldhaus'), chosen(), 1, 'the bore was right')
    const { versions } = documentPage(vault.db, jonas, bracket.number)
    expect(versions.map(({ version, sha256 }) => [version, sha256?.[0]])).toEqual([
      [3, 'a'],
      [2, 'b'],
      [1, 'a'],
    ])
  })
})

it('a document that one may not see is answered like one that is not there', () => {
  file()
  const stranger = vault.who('Bo Rasmussen')
  const missing = (number: string) => {
    try {
      return documentPage(vault.db, stranger, number)
    } catch (error) {
      return { kind: (error as Refusal).kind, message: (error as Refusal).message.replace(number, '…') }
    }
  }
  expect(missing('BR-7001')).toEqual(missing('BR-7002'))
})

describe('referring', () => {
  it('is refused where the other stands where nothing may newly refer to it', () => {
    const closed = structuredClone(configuration)
    closed.lifecycles[0]!.states[0]!.newReferences = 'refused'
    insertConfiguration(vault.db, { id: 2, configuration: closed, personName: 'Mara', comment: null })
    file()
    file(vault.who('Jonas Eckhart'), { ...bracket, number: 'BR-7002' })
    const { reasons } = refused(() => addReference(vault.db, vault.who('Jonas Eckhart'), chosen(), 'BR-7002'))
    expect(reasons).toMatchObject([{ rule: 'new-references' }])
  })
})
