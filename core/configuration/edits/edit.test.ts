import { configuration } from '../../engine/world.fixture'
import { applyEdit, describeEdit, type Edit } from './'
import { EditError } from '../naming'
import { UnknownError } from '../look-up'
import type { Configuration } from '../types'
import { describe, expect, it } from 'vitest'

const lifecycle = 'workshop-document'
const after = (...edits: Edit[]): Configuration => edits.reduce(applyEdit, configuration)
const workshop = (changed: Configuration) => changed.lifecycles.find(({ id }) => id === lifecycle)!
const states = (changed: Configuration) => workshop(changed).states.map((use) => use.state)

describe('edits of a lifecycle', () => {
  it('add a state, from the catalogue where it has the name', () => {
    const changed = after({ kind: 'add-state', lifecycle, name: 'on hold', phase: 'working', at: 1 })
    expect(states(changed)).toEqual(['drafting', 'on-hold', 'checking', 'issued', 'superseded'])
    expect(changed.states).toHaveLength(configuration.states.length)
  })
  it('add a new name to the catalogue', () =>
    expect(after({ kind: 'add-state', lifecycle, name: 'Mock-up', phase: 'review' }).states.at(-1)).toEqual({
      id: 'mock-up',
      name: 'Mock-up',
    }))
  it('reorder states and transitions', () => {
    expect(states(after({ kind: 'move-state', lifecycle, state: 'issued', to: 0 }))[0]).toBe('issued')
    expect(
      workshop(after({ kind: 'move-transition', lifecycle, transition: 'issue', to: 0 })).transitions[0]!.id,
    ).toBe('issue')
  })
  it('remove a state with the transitions that need it', () => {
    const changed = workshop(after({ kind: 'remove-state', lifecycle, state: 'checking' }))
    expect(changed.transitions.map(({ id }) => id)).not.toContain('send-to-check')
    expect(changed.transitions.map(({ id }) => id)).toContain('revise')
  })
  it('add, change and remove a transition', () => {
    const edits: Edit[] = [
      { kind: 'add-transition', lifecycle, name: 'Recall', from: 'issued', to: 'checking' },
      {
        kind: 'change-transition',
        lifecycle,
        transition: 'recall',
        patch: { guard: 'mass > 1', revision: 'minor', firedBy: ['role:lead'], comment: 'required' },
      },
    ]
    expect(workshop(after(...edits)).transitions.at(-1)).toMatchObject({
      id: 'recall',
      from: ['issued'],
      to: 'checking',
      guard: 'mass > 1',
      revision: 'minor',
    })
    expect(
      workshop(
        after(...edits, {
          kind: 'change-transition',
          lifecycle,
          transition: 'recall',
          patch: { guard: null },
        }),
      ).transitions.at(-1),
    ).not.toHaveProperty('guard')
    expect(
      workshop(after(...edits, { kind: 'remove-transition', lifecycle, transition: 'recall' })).transitions,
    ).toEqual(workshop(configuration).transitions)
  })
  it('set rights and facts', () => {
    const changed = workshop(
      after(
        { kind: 'set-grant', lifecycle, state: 'issued', principal: 'role:author', rights: ['see'] },
        { kind: 'change-state', lifecycle, state: 'issued', patch: { newRevision: null, content: 'open' } },
      ),
    )
    expect(changed.states[2]).toMatchObject({ content: 'open', grants: { 'role:author': ['see'] } })
    expect(changed.states[2]).not.toHaveProperty('newRevision')
  })
  it('leave the configuration they were given as it was', () => {
    const before = JSON.stringify(configuration)
    after(
      { kind: 'rename-state', state: 'issued', name: 'Released' },
      { kind: 'remove-state', lifecycle, state: 'checking' },
    )
    expect(JSON.stringify(configuration)).toBe(before)
  })
  it('are told in words', () => {
    expect(
      describeEdit(configuration, {
        kind: 'change-transition',
        lifecycle,
        transition: 'issue',
        patch: { revision: 'major' },
      }),
    ).toBe('Issue now steps major, was settle')
    expect(describeEdit(configuration, { kind: 'rename-state', state: 'issued', name: 'Valid' })).toBe(
      'Rename state Issued to Valid',
    )
  })
})

describe('edits that cannot be made', () => {
  it.each<[string, Edit]>([
    ['a name twice', { kind: 'add-transition', lifecycle, name: 'issue', from: 'drafting', to: 'issued' }],
    ['no name', { kind: 'add-state', lifecycle, name: '  ', phase: 'working' }],
    ['the entry state removed', { kind: 'remove-state', lifecycle, state: 'drafting' }],
    [
      'a transition from nowhere',
      { kind: 'change-transition', lifecycle, transition: 'issue', patch: { from: [] } },
    ],
    ['a state’s name taken', { kind: 'rename-state', state: 'issued', name: 'Checking' }],
    ['a name of a novel’s length', { kind: 'rename-state', state: 'issued', name: 'x'.repeat(81) }],
  ])('%s', (_, edit) => expect(() => applyEdit(configuration, edit)).toThrow(EditError))
  it.each<[string, Edit]>([
    ['a lifecycle that is not there', { kind: 'set-entry', lifecycle: 'none', state: 'issued' }],
    ['a state of another lifecycle', { kind: 'set-entry', lifecycle, state: 'shared' }],
    ['a transition that is not there', { kind: 'remove-transition', lifecycle, transition: 'none' }],
  ])('%s', (_, edit) => expect(() => applyEdit(configuration, edit)).toThrow(UnknownError))
})

describe('edits of schemes', () => {
  const letters = configuration.schemes[0]!
  const issue = letters.series[0]!
  const words = (scheme: typeof letters) => describeEdit(configuration, { kind: 'set-scheme', scheme })
  it('add a scheme, change it, and take it away again', () => {
    const fresh = { id: 'fresh', name: 'Fresh', series: [issue] }
    const added = after({ kind: 'set-scheme', scheme: fresh })
    expect(added.schemes.at(-1)).toEqual(fresh)
    const changed = applyEdit(added, { kind: 'set-scheme', scheme: { ...fresh, name: 'Fresher' } })
    expect(changed.schemes).toHaveLength(configuration.schemes.length + 1)
    expect(applyEdit(changed, { kind: 'remove-scheme', id: 'fresh' }).schemes).toEqual(configuration.schemes)
  })
  it('give a lifecycle another scheme', () =>
    expect(workshop(after({ kind: 'use-scheme', lifecycle, id: 'tarn' })).scheme).toBe('tarn'))
  it('say in words what is different', () => {
    expect(words({ ...letters, id: 'x', name: 'New' })).toBe(
      'Add scheme New: letters to MY without I O Q S X Z, then “-” and numbers, 2 digits',
    )
    expect(words({ ...letters, name: 'Letters', spellings: { NC: 'A', first: 'A' } })).toBe(
      'Workshop letters: is called Letters; first stands for A',
    )
    expect(words({ ...letters, series: [{ ...issue, major: { kind: 'letters', skip: 'IO' } }] })).toBe(
      'Workshop letters: issue is letters without I O, then “-” and numbers, 2 digits, was letters to MY without I O Q S X Z, then “-” and numbers, 2 digits',
    )
    expect(words({ ...letters, series: [{ id: 'trial', major: { kind: 'digits' } }, issue] })).toBe(
      'Workshop letters: has the series trial: numbers',
    )
    expect(words({ ...letters, series: [], spellings: {} })).toBe(
      'Workshop letters: has no series issue; NC is no spelling',
    )
    expect(words(letters)).toBe('Workshop letters: nothing changed')
    expect(
      describeEdit(configuration, { kind: 'use-scheme', lifecycle, id: 'tarn', conversion: { A: 'A' } }),
    ).toBe('Workshop document now labels by Tarn numerals then letters, 1 labels converted')
  })
  it.each<[string, Edit, RegExp]>([
    [
      'a name that is taken',
      { kind: 'set-scheme', scheme: { ...letters, id: 'other', name: 'station p/c' } },
      /already a scheme called/,
    ],
    [
      'removing one in use',
      { kind: 'remove-scheme', id: 'workshop-letters' },
      /labels the documents of Workshop document/,
    ],
    [
      'a scheme that is not there',
      { kind: 'use-scheme', lifecycle, id: 'none' },
      /no revision scheme “none”/,
    ],
  ])('are refused for %s', (_, edit, message) => expect(() => after(edit)).toThrow(message))

  it('gives a class another lifecycle, and leaves the others', () => {
    const edit = { kind: 'use-lifecycle' as const, class: 'drawing', lifecycle: 'note' }
    const after = applyEdit(configuration, edit)
    expect(after.classes.map(({ lifecycle }) => lifecycle)).toEqual(
      configuration.classes.map(({ id, lifecycle }) => (id === 'drawing' ? 'note' : lifecycle)),
    )
    expect(describeEdit(configuration, edit)).toMatch(/documents enter Note$/)
    expect(() => applyEdit(configuration, { ...edit, class: 'none' })).toThrow(/no class “none”/)
  })
})
