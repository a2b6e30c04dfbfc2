import { configuration } from '../engine/world.fixture'
import { applyEdit, type Edit } from './edits'
import { differences } from './differences'
import { describe, expect, it } from 'vitest'

const lifecycle = 'workshop-document'
const after = (...edits: Edit[]) =>
  differences(configuration, edits.reduce(applyEdit, configuration)).map(
    ({ about, words }) => `${about}: ${words}`,
  )

describe('differences between configurations', () => {
  it('are none between equals, whatever the order of their fields', () => {
    const copy = JSON.parse(JSON.stringify(configuration)) as typeof configuration
    const turned = {
      ...copy,
      lifecycles: copy.lifecycles.map((of) => ({
        ...of,
        states: of.states.map((use) => Object.fromEntries(Object.entries(use).reverse()) as typeof use),
      })),
    }
    expect(differences(configuration, turned)).toEqual([])
  })
  it.each<[string, Edit, string[]]>([
    [
      'a step',
      { kind: 'change-transition', lifecycle, transition: 'issue', patch: { revision: 'major' } },
      ['Workshop document: Issue steps major, was settle'],
    ],
    [
      'a guard that is new',
      { kind: 'change-transition', lifecycle, transition: 'issue', patch: { guard: 'mass > 1' } },
      ['Workshop document: Issue asks mass > 1, was nothing'],
    ],
    [
      'who fires',
      { kind: 'change-transition', lifecycle, transition: 'return', patch: { firedBy: ['role:lead'] } },
      ['Workshop document: Return is fired by Lead, was Checker'],
    ],
    [
      'a state’s name',
      { kind: 'rename-state', state: 'issued', name: 'Released' },
      ['State catalogue: Issued is called Released, was Issued'],
    ],
    [
      'a right',
      { kind: 'set-grant', lifecycle, state: 'issued', principal: 'anyone', rights: ['see'] },
      ['Workshop document: Issued gives anyone see, was open see'],
    ],
    [
      'a fact of a state',
      { kind: 'change-state', lifecycle, state: 'checking', patch: { content: 'open' } },
      ['Workshop document: Checking has content open, was closed'],
    ],
    [
      'the entry',
      { kind: 'set-entry', lifecycle, state: 'checking' },
      ['Workshop document: documents enter in Checking, was Drafting'],
    ],
    [
      'a new transition',
      { kind: 'add-transition', lifecycle, name: 'Recall', from: 'issued', to: 'checking' },
      ['Workshop document: Recall is new, from Issued to Checking'],
    ],
    [
      'an order',
      { kind: 'move-state', lifecycle, state: 'issued', to: 0 },
      ['Workshop document: its states stand as Issued, Drafting, Checking, Superseded'],
    ],
    [
      'a scheme',
      { kind: 'use-scheme', lifecycle, id: 'tarn' },
      ['Workshop document: labels by Tarn numerals then letters, was Workshop letters'],
    ],
    [
      'a removed state and what goes with it',
      { kind: 'remove-state', lifecycle, state: 'superseded' },
      [
        'Workshop document: has no state Superseded any more',
        'Workshop document: Supersede is gone',
        'Workshop document: Take over as superseded is gone',
      ],
    ],
  ])('say %s', (_, edit, words) => expect(after(edit)).toEqual(words))
  it('say what an undone edit was, the other way round', () => {
    const changed = applyEdit(configuration, { kind: 'remove-scheme', id: 'tarn' })
    expect(differences(changed, configuration).map(({ about, words }) => `${about}: ${words}`)).toEqual([
      'Tarn numerals then letters: is new: numbers, 2 digits; letters without I O Q S X Z, then numbers, 2 digits',
    ])
  })
})
