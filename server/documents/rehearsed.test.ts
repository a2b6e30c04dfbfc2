import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { emptyWorld, readAct, rehearse } from '../../core/rehearsal'
import { insertConfiguration } from '../configuration/published'
import { allFolders } from '../directory/folders'
import { today } from '../settings/zone'
import { people as peopleTable } from '../database/schema'
import { Refusal } from '../refusal'
import { adopt } from './acts/adopt'
import { checkIn } from './acts/check-in'
import { checkOut, undoCheckOut } from './acts/check-out'
import { correctLabel } from './acts/correct'
import { editRecord } from './acts/edit-record'
import { fileDocument } from './acts/file'
import { fire } from './acts/fire'
import { handOn } from './acts/hand-on'
import { revise } from './acts/revise'
import { rollBack } from './acts/roll-back'
import { withdraw } from './acts/withdraw'
import { documentRow, holderOf, openSignatures, register } from './rows'
import { acts, type Asked, names, withRounds } from './rehearsed.fixture'
import { content, emptyVault } from './vault.fixture'

/** One vault for all rounds, with a document of its own for each. */
function bothVaults() {
  const vault = emptyVault()
  const changed = withRounds()
  insertConfiguration(vault.db, { id: 2, configuration: changed, personName: 'Mara', comment: null })
  const people = vault.db.select().from(peopleTable).all()
  const world = emptyWorld(changed, { people, folders: allFolders(vault.db) }, today(vault.db))
  let filed = 0

  function begin(): string {
    const number = `BR-${7000 + ++filed}`
    const record = { material: 'S355', mass: 4 }
    const asked = { number, title: null, folder: '/Grips', classId: 'part', record }
    fileDocument(vault.db, vault.who(names[0]!), asked, content(`${number}.dxf`), null)
    const act = { act: 'file', number, folder: '/Grips', fileName: `${number}.dxf`, class: 'part', record }
    expect(rehearse(world, readAct({ ...act, person: vault.who(names[0]!).id })).ok).toBe(true)
    return number
  }

  /** The act in the vault; whether it was done. */
  function really(number: string, name: string, asked: Asked): boolean {
    const { db } = vault
    const who = vault.who(name)
    const chosen = { number, change: documentRow(db, number).change }
    const { transition = '', comment } = asked
    const kinds: Record<string, () => void> = {
      fire: () => void fire(db, who, chosen, transition, comment),
      withdraw: () => withdraw(db, who, chosen, transition, comment),
      edit: () => editRecord(db, who, chosen, asked.record!),
      'check-out': () => checkOut(db, who, chosen),
      'check-in': () => checkIn(db, who, chosen, content(`${number}.dxf`), comment ?? null),
      'undo-check-out': () => undoCheckOut(db, who, chosen, comment),
      'new-revision': () => revise(db, who, [chosen], comment),
      adopt: () => adopt(db, who, [{ ...chosen, label: asked.label! }], comment),
      correct: () => correctLabel(db, who, chosen, { row: asked.row! - 1, label: asked.label!, comment }),
      'roll-back': () => rollBack(db, who, chosen, asked.version!, comment!),
      'hand-on': () => handOn(db, who, chosen, vault.who(asked.to!).id),
    }
    try {
      kinds[asked.act]!()
      return true
    } catch (error) {
      if (error instanceof Refusal) return false
      throw error
    }
  }
  const inMemory = (number: string, name: string, asked: Asked) =>
    rehearse(
      world,
      readAct({
        ...asked,
        number,
        person: vault.who(name).id,
        ...(asked.to ? { to: vault.who(asked.to).id } : {}),
      }),
    ).ok

  /** What a document has become, in the vault and in memory. */
  function standing(number: string) {
    const row = documentRow(vault.db, number)
    const {
      state,
      revision,
      version,
      record,
      owner,
      lastEditor,
      signatures = [],
      ...kept
    } = world.documents.get(number)!
    const filled = (values: object) =>
      Object.entries(values)
        .filter(([, value]) => value !== null)
        .sort()
    const signed = (list: typeof signatures) => list.map(({ person, seat, on }) => [person, seat, on])
    const labels = (rows: typeof kept.register) => rows.map((one) => [one.label, one.origin, one.version])
    return [
      {
        ...{ state: row.state, revision: row.revision, version: row.version, owner: row.owner },
        ...{ lastEditor: row.lastEditor, record: filled(row.record), holder: holderOf(vault.db, row)?.id },
        signatures: signed(openSignatures(vault.db, row.id)),
        register: labels(register(vault.db, row.id)),
      },
      {
        ...{
          state,
          revision,
          version,
          owner,
          lastEditor,
          record: filled(record),
          holder: kept.checkedOutBy?.id,
        },
        ...{ signatures: signed(signatures), register: labels(kept.register) },
      },
    ]
  }
  return { begin, really, inMemory, standing, remove: vault.remove }
}

describe('a rehearsal', () => {
  it('comes to what the vault comes to, act by act', () => {
    const { begin, really, inMemory, standing, remove } = bothVaults()
    const reached = new Set<string>()
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.constantFrom(...names), acts), { minLength: 5, maxLength: 30 }),
        (list) => {
          const number = begin()
          const sent: typeof list = [
            [names[0]!, { act: 'fire', transition: 'send-to-check', comment: undefined }],
          ]
          for (const [name, act] of [...sent, ...list]) {
            const asked = JSON.parse(JSON.stringify(act)) as Asked
            const done = inMemory(number, name, asked)
            expect([name, asked, really(number, name, asked)]).toEqual([name, asked, done])
            const [vault, memory] = standing(number)
            expect([name, asked, vault]).toEqual([name, asked, memory])
            reached.add(vault!.state as string)
            if (vault!.signatures!.length) reached.add(`signed ${vault!.signatures!.length}`)
          }
        },
      ),
      { numRuns: 150, seed: 20260301 },
    )
    // The acts went far enough to say something.
    expect([...reached]).toEqual(expect.arrayContaining(['checking', 'issued', 'signed 1', 'signed 2']))
    remove()
  })
})
