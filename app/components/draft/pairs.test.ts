import { describe, expect, it } from 'vitest'
import { applyEdit, type Edit, lifecycleOf } from '~~/core/configuration'
import { configuration } from '~~/demo/configuration'
import { columnsOf, stateRows, transitionRows } from './pairs'

const lifecycle = 'workshop-document'
const was = lifecycleOf(configuration, lifecycle)
/** The lifecycle before and after some edits. */
function after(...edits: Edit[]) {
  const changed = edits.reduce(applyEdit, configuration)
  const now = lifecycleOf(changed, lifecycle)
  return { changed, pair: { was, now, columns: columnsOf(was, now) } }
}

describe('before and after, on the same columns', () => {
  it('has no rows where nothing is different', () => {
    const { changed, pair } = after()
    expect(pair.columns).toEqual(['drafting', 'checking', 'issued', 'superseded'])
    expect([stateRows(changed, pair), transitionRows(configuration, changed, pair)]).toEqual([[], []])
  })
  it('keeps a state that goes where it stood', () => {
    const { pair } = after({ kind: 'remove-state', lifecycle, state: 'checking' })
    expect(pair.columns).toEqual(['drafting', 'checking', 'issued', 'superseded'])
  })
  it('says what differs in a state, and who has another right there', () => {
    const { changed, pair } = after(
      { kind: 'change-state', lifecycle, state: 'checking', patch: { content: 'open' } },
      { kind: 'set-grant', lifecycle, state: 'issued', principal: 'role:checker', rights: ['see'] },
    )
    const rows = stateRows(changed, pair)
    expect(rows.map(({ name }) => name)).toEqual(['Content', 'Checker'])
    expect(rows[0]!.cells[1]).toEqual({ was: 'closed', now: 'open' })
    expect(rows[1]!.cells[2]!.now).toBe('see')
  })
  it('says what differs in a transition, which are new and which are gone', () => {
    const { changed, pair } = after(
      { kind: 'change-transition', lifecycle, transition: 'issue', patch: { revision: 'major' } },
      { kind: 'remove-transition', lifecycle, transition: 'supersede' },
      { kind: 'add-transition', lifecycle, name: 'Recall', from: 'issued', to: 'drafting' },
    )
    const rows = transitionRows(configuration, changed, pair)
    expect(rows.map(({ name, words }) => [name, words])).toEqual([
      ['Issue', 'steps major, was settle'],
      ['Recall', 'is new'],
      ['Supersede', 'is gone'],
    ])
  })
})
