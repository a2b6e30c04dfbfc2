import { configuration } from '../../engine/world.fixture'
import { check } from '../../check'
import { applyEdit, describeEdit, type Edit } from './'
import { patterns } from '../patterns'
import type { Configuration } from '../types'
import { describe, expect, it } from 'vitest'

const after = (...edits: Edit[]): Configuration => edits.reduce(applyEdit, configuration)
const last = (changed: Configuration) => changed.lifecycles.at(-1)!
const id = 'tarn'

describe('a new lifecycle', () => {
  it('begins empty, and its first state is where documents enter', () => {
    const empty = after({ kind: 'add-lifecycle', name: 'Tender', id })
    expect(last(empty)).toEqual({
      id: 'tender',
      name: 'Tender',
      scheme: 'tarn',
      entry: '',
      states: [],
      transitions: [],
    })
    expect(check(empty).map(({ code, where }) => [code, where.lifecycle])).toContainEqual([
      'entry-missing',
      'tender',
    ])
    expect(
      last(applyEdit(empty, { kind: 'add-state', lifecycle: 'tender', name: 'Drafting', phase: 'working' }))
        .entry,
    ).toBe('drafting')
  })
  it('may be a copy, labelled by another scheme', () => {
    const [original] = configuration.lifecycles
    const copy = last(after({ kind: 'add-lifecycle', name: 'Tender', id, like: original!.id }))
    expect(copy).toEqual({ ...original, id: 'tender', name: 'Tender', scheme: 'tarn' })
  })
  it.each(patterns.map((pattern) => [pattern.name, pattern] as const))(
    'from the pattern %s is sound by itself, with each scheme',
    (_, pattern) => {
      for (const scheme of configuration.schemes) {
        const bare: Configuration = {
          ...configuration,
          schemes: [scheme],
          states: [],
          roles: [],
          lifecycles: [],
          classes: [],
        }
        const made = applyEdit(bare, {
          kind: 'add-lifecycle',
          name: 'Made',
          id: scheme.id,
          pattern: pattern.id,
        })
        expect(made.roles.map(({ name }) => name)).toEqual(pattern.roles)
        expect(check(made).filter(({ where }) => where.lifecycle === 'made')).toEqual([])
      }
    },
  )
  it('from a pattern uses the states and roles that are there, by name', () => {
    const made = after({ kind: 'add-lifecycle', name: 'Parts', id, pattern: 'draft-check-issue' })
    expect(made.states).toEqual(configuration.states)
    expect(last(made).states.map(({ state }) => state)).toEqual([
      'drafting',
      'checking',
      'issued',
      'superseded',
    ])
    expect(last(made).transitions.find(({ name }) => name === 'Return')).toMatchObject({
      from: ['checking'],
      to: 'drafting',
      firedBy: ['role:checker'],
    })
  })
  it.each<[string, Edit, RegExp]>([
    [
      'a name that is taken',
      { kind: 'add-lifecycle', name: 'workshop document', id },
      /already a lifecycle called/,
    ],
    ['a scheme that is not there', { kind: 'add-lifecycle', name: 'X', id: 'none' }, /no revision scheme/],
    [
      'a pattern that is not there',
      { kind: 'add-lifecycle', name: 'X', id, pattern: 'none' },
      /no pattern “none”/,
    ],
    [
      'an original that is not there',
      { kind: 'add-lifecycle', name: 'X', id, like: 'none' },
      /no lifecycle “none”/,
    ],
  ])('is refused for %s', (_, edit, message) => expect(() => after(edit)).toThrow(message))
})

describe('a lifecycle', () => {
  it('can be renamed, and removed where no class uses it', () => {
    expect(
      after({ kind: 'rename-lifecycle', lifecycle: 'note', name: 'Memo' }).lifecycles.map(({ name }) => name),
    ).toContain('Memo')
    expect(() => after({ kind: 'remove-lifecycle', lifecycle: 'workshop-document' })).toThrow(
      /is the lifecycle of .*Drawing/,
    )
    expect(
      after({ kind: 'add-lifecycle', name: 'Tender', id }, { kind: 'remove-lifecycle', lifecycle: 'tender' }),
    ).toEqual(configuration)
  })
  it('takes states with the transitions between them from another one', () => {
    const tender: Edit = { kind: 'add-lifecycle', name: 'Tender', id }
    const paste: Edit = {
      kind: 'paste-states',
      lifecycle: 'tender',
      source: 'workshop-document',
      states: ['drafting', 'checking'],
    }
    const pasted = last(after(tender, paste))
    const original = configuration.lifecycles.find((lifecycle) => lifecycle.id === 'workshop-document')!
    expect(pasted.states).toEqual(original.states.slice(0, 2))
    expect(pasted.entry).toBe('drafting')
    expect(
      pasted.transitions.every(({ from, to }) =>
        [...from, to].every((state) => ['drafting', 'checking'].includes(state)),
      ),
    ).toBe(true)
    expect(pasted.transitions.map(({ name }) => name)).toContain('Send to check')
    expect(() => after(tender, paste, paste)).toThrow(/has these states and their transitions already/)
    expect(describeEdit(after(tender), paste)).toBe('Paste Drafting, Checking from Workshop document')
  })
  it('keeps its label in a text attribute, or in none', () => {
    const kept = (attribute: string | null) =>
      after({ kind: 'keep-label', lifecycle: 'workshop-document', attribute }).lifecycles[0]!
    expect(kept('stamp').revisionAttribute).toBe('stamp')
    expect(kept(null)).not.toHaveProperty('revisionAttribute')
    expect(() => kept('mass')).toThrow(/Mass cannot hold a label/)
    expect(() => kept('none')).toThrow(/no attribute “none”/)
    expect(
      describeEdit(configuration, { kind: 'keep-label', lifecycle: 'workshop-document', attribute: null }),
    ).toBe('Workshop document keeps its label in no attribute')
  })
  it('loses a row of access', () => {
    const states = after({ kind: 'drop-principal', lifecycle: 'workshop-document', principal: 'role:author' })
      .lifecycles[0]!.states
    expect(states.flatMap(({ grants }) => Object.keys(grants))).not.toContain('role:author')
  })
  it('withdraws a right from everybody in a state', () => {
    const [before] = configuration.lifecycles
    const {
      states: [drafting, ...others],
    } = after({ kind: 'drop-right', lifecycle: before!.id, state: 'drafting', right: 'edit' }).lifecycles[0]!
    expect(Object.values(drafting!.grants).flat()).not.toContain('edit')
    expect(others).toEqual(before!.states.slice(1))
  })
  it('has what its states mean from the catalogue', () => {
    expect(
      after({ kind: 'describe-state', state: 'issued', words: ' May be built from. ' }).states.find(
        (state) => state.id === 'issued',
      )!.description,
    ).toBe('May be built from.')
    expect(
      after({ kind: 'describe-state', state: 'issued', words: ' ' }).states.find(
        (state) => state.id === 'issued',
      ),
    ).not.toHaveProperty('description')
  })
})
