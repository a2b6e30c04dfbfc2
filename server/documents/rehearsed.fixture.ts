import fc from 'fast-check'
import type { Transition } from '../../core/configuration'
import { configuration } from '../../demo/configuration'

/** The demo's configuration, with a round of signatures on the way to issue and two moves that happen by themselves. */
export function withRounds() {
  const changed = structuredClone(configuration)
  const lifecycle = changed.lifecycles[0]!
  const issue = lifecycle.transitions.find(({ id }) => id === 'issue')!
  const seats = [
    { id: 'checkers', name: 'Checkers', members: ['role:checker', 'role:author'], needed: 2 },
    { id: 'lead', name: 'Lead', members: ['role:lead'], needed: 1 },
  ]
  const slot = {
    kind: 'sign' as const,
    attribute: 'issued_by',
    seat: 'checkers',
    signer: 1,
    part: 'initials' as const,
  }
  Object.assign(issue, { trigger: 'quorum', seats, effects: [slot], notBy: ['lastEditor'] })
  const alone = (id: string, from: string, to: string, guard: string): Transition => ({
    ...{ id, name: id, from: [from], to, trigger: 'unattended', guard, revision: 'keep', effects: [] },
  })
  lifecycle.transitions.push(
    alone('sort-out', 'checking', 'superseded', 'material == "Bronze" && mass == 1'),
    alone('sort-back', 'checking', 'drafting', 'mass == 1'),
  )
  for (const use of lifecycle.states) {
    use.adoption = true
    for (const role of ['author', 'checker', 'lead'])
      use.grants[`role:${role}`] = ['see', 'history', 'open', 'edit', 'adopt', 'rollback', 'move']
  }
  return changed
}

/** People of all roles, and somebody who sees little. */
export const names = [
  'Jonas Eckhart',
  'Emil Achterberg',
  'Ruth Sandoval',
  'Ines Halloran',
  'Mara Feldhaus',
  'Carla Winslow',
]
const label = fc.constantFrom('A', 'B', 'C', 'a', 'IQ')
/** Acts of all kinds on one document, those on the way to issue above all. */
export const acts = fc.oneof(
  {
    weight: 14,
    arbitrary: fc.record({
      act: fc.constant('fire'),
      transition: fc.constantFrom(
        'send-to-check',
        'issue',
        'issue',
        'issue',
        'return',
        'revise',
        'supersede',
      ),
      comment: fc.constantFrom(undefined, 'so'),
    }),
  },
  { weight: 2, arbitrary: fc.record({ act: fc.constant('withdraw'), transition: fc.constant('issue') }) },
  {
    weight: 3,
    arbitrary: fc.record({
      act: fc.constant('edit'),
      record: fc.record(
        { mass: fc.constantFrom('1', '4', 'x', null), material: fc.constantFrom('S355', 'Bronze') },
        { requiredKeys: [] },
      ),
    }),
  },
  {
    weight: 3,
    arbitrary: fc.record({ act: fc.constantFrom('check-out', 'check-in', 'undo-check-out', 'new-revision') }),
  },
  { weight: 1, arbitrary: fc.record({ act: fc.constant('adopt'), label }) },
  {
    weight: 1,
    arbitrary: fc.record({
      act: fc.constant('correct'),
      row: fc.integer({ min: 1, max: 3 }),
      label,
      comment: fc.constantFrom('', 'misread'),
    }),
  },
  {
    weight: 1,
    arbitrary: fc.record({
      act: fc.constant('roll-back'),
      version: fc.integer({ min: 0, max: 4 }),
      comment: fc.constantFrom('', 'older'),
    }),
  },
  { weight: 1, arbitrary: fc.record({ act: fc.constant('hand-on'), to: fc.constantFrom(...names) }) },
)
export type Asked = {
  act: string
  transition?: string
  comment?: string
  record?: Record<string, string | null>
  label?: string
  row?: number
  version?: number
  to?: string
}
