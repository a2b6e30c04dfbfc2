import fc from 'fast-check'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { lifecycleOf } from '../../core/configuration'
import { carryOut as inMemory, type Decision, type DocumentSnapshot } from '../../core/engine'
import { trail, verify } from '../audit/trail'
import { published } from '../configuration/published'
import { adopt, decideAdopting } from './acts/adopt'
import { correctLabel, decideCorrecting } from './acts/correct'
import { editRecord } from './acts/edit-record'
import { fileDocument } from './acts/file'
import { decideFiring, fire } from './acts/fire'
import { decideRollingBack, rollBack } from './acts/roll-back'
import { documentPage } from './page'
import { documentRow, snapshot } from './rows'
import { content, emptyVault } from './vault.fixture'

let vault: ReturnType<typeof emptyVault>
beforeAll(() => (vault = emptyVault()))
afterAll(() => vault.remove())

const people = ['Mara Feldhaus', 'Jonas Eckhart', 'Ruth Sandoval', 'Gregor Ashdown', 'Bo Rasmussen']
const labels = ['A', 'B', 'C', 'd', 'A-01', 'O', 'NC', '']
/** One of the transitions out of a state, and now and then one from elsewhere. */
function pickTransition(state: string, n: number): string {
  const { transitions } = lifecycleOf(published(vault.db).configuration, 'workshop-document')
  const leaving = transitions.filter(({ from }) => from.includes(state))
  const among = n % 5 && leaving.length ? leaving : transitions
  return among[n % among.length]!.id
}

interface Act {
  kind: 'fire' | 'adopt' | 'correct' | 'roll back' | 'edit'
  who: string
  pick: number
  label: string
  index: number
  comment: string | undefined
}
const acts = fc.array(
  fc.record<Act>({
    kind: fc.constantFrom('fire', 'fire', 'fire', 'adopt', 'correct', 'roll back', 'edit'),
    who: fc.constantFrom(...people),
    pick: fc.nat(99),
    label: fc.constantFrom(...labels),
    index: fc.nat(3),
    comment: fc.constantFrom(undefined, 'because'),
  }),
  { minLength: 4, maxLength: 14 },
)

/** The decision on an act as a page would show it before, and the act itself. */
function prepared(number: string, act: Act): { decision: Decision; run: () => void } {
  const { db } = vault
  const who = vault.who(act.who)
  const row = documentRow(db, number)
  const chosen = { number, change: row.change }
  const { label, index, comment } = act
  const transition = pickTransition(row.state, act.pick)
  switch (act.kind) {
    case 'fire':
      return {
        decision: decideFiring(db, who, row, transition, comment),
        run: () => fire(db, who, chosen, transition, comment),
      }
    case 'adopt':
      return {
        decision: decideAdopting(db, who, row, { label, source: 'the label entered', comment }),
        run: () => adopt(db, who, [{ ...chosen, label }], comment),
      }
    case 'correct': {
      const wanted = { row: index, label, ...(comment ? { comment } : {}) }
      return {
        decision: decideCorrecting(db, who, row, wanted),
        run: () => correctLabel(db, who, chosen, wanted),
      }
    }
    case 'roll back':
      return {
        decision: decideRollingBack(db, who, row, index, comment),
        run: () => rollBack(db, who, chosen, index, comment ?? ''),
      }
    case 'edit':
      throw new Error('an edit of the record is decided by nobody')
  }
}

/** All of a document that a decision can change; what moves with the clock or the person is left out. */
const standing = ({ lastEditor: _lastEditor, ...rest }: DocumentSnapshot) => rest
const look = (number: string) => standing(snapshot(vault.db, documentRow(vault.db, number)))

let filed = 0
it('what is foretold of an act is what comes of it, field by field; what is refused changes nothing', () => {
  const outcomes = { done: 0, refused: 0 }
  fc.assert(
    fc.property(acts, (list) => {
      const number = `BR-${8000 + filed++}`
      const author = vault.who('Jonas Eckhart')
      const asked = { number, title: 'Bracket', folder: '/Grips', record: { legacy_revision: 'C' } }
      fileDocument(vault.db, author, asked, content(`${number}.dxf`), null)
      for (const act of list) {
        if (act.kind === 'edit') {
          const { state, change } = documentRow(vault.db, number)
          if (state === 'drafting')
            editRecord(vault.db, author, { number, change }, { material: 'S355', mass: '4' })
          continue
        }
        const before = snapshot(vault.db, documentRow(vault.db, number))
        const { decision, run } = prepared(number, act)
        if (decision.answer === 'refused') {
          outcomes.refused++
          expect(decision.reasons.length).toBeGreaterThan(0)
          expect(run).toThrow()
          expect(look(number)).toEqual(standing(before))
        } else {
          outcomes.done++
          run()
          expect(look(number)).toEqual(standing(inMemory(before, decision.commands)))
          const page = documentPage(vault.db, vault.who('Mara Feldhaus'), number)
          expect(page.versions[0]!.version).toBe(page.document.version)
          const current = page.register.filter(({ version }) => version === page.document.version)
          expect(current.map(({ label }) => label)).toContain(page.document.revision)
        }
      }
      const codes = trail(vault.db, { subject: documentRow(vault.db, number).id, limit: 50 }).map(
        ({ code }) => code,
      )
      expect(codes).not.toContain(null)
    }),
    { numRuns: 150, seed: 20_260_301 },
  )
  expect(outcomes.done).toBeGreaterThan(100)
  expect(outcomes.refused).toBeGreaterThan(100)
  expect(verify(vault.db)).toMatchObject({ whole: true })
})
