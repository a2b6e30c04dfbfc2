import fc from 'fast-check'
import type { Directory, Right } from '../access'
import type { Configuration, Lifecycle, StateUse, Transition } from '../configuration'

/** Small configurations, in which everything that can be can be gone through. */

const pick = <T>(...values: T[]) => fc.constantFrom(...values)
const some = <T>(...values: T[]) => fc.subarray(values)

export const states = ['p', 'q', 'r']
const roles = ['role:author', 'role:checker', 'anyone', 'person:ada']

const atom = pick(
  'kind == "p"',
  'kind == "q"',
  'kind == null',
  'kind != "p"',
  'ready',
  'ready == false',
  'revision_label == "A"',
  'revision_series == "trial"',
  'revision_major == "B"',
  'state_id == "q"',
  'kind in ["p", "q"]',
)
const guard = fc.oneof(
  { weight: 2, arbitrary: fc.constant(undefined) },
  { weight: 3, arbitrary: atom },
  { weight: 3, arbitrary: fc.tuple(atom, pick('&&', '||'), atom).map((parts) => parts.join(' ')) },
  { weight: 1, arbitrary: fc.tuple(atom, atom).map(([one, other]) => `${one} && !(${other})`) },
)

const write = fc.record({
  kind: fc.constant('write' as const),
  attribute: pick('kind', 'note', 'kind', 'none'),
  value: pick('p', 'q', '', '{{ to.name }}', '{{ note }}', 'x'),
})

const transition = (index: number): fc.Arbitrary<Transition> =>
  fc
    .record({
      from: fc.subarray(states, { minLength: 1 }),
      to: pick(...states),
      trigger: pick('hand' as const, 'unattended' as const, 'unattended' as const, 'quorum' as const),
      guard,
      firedBy: some(...roles),
      seats: fc.array(fc.record({ members: some(...roles), needed: fc.integer({ min: 0, max: 2 }) }), {
        maxLength: 2,
      }),
      notBy: some('lastEditor' as const),
      revision: pick('keep', 'keep', 'minor', 'major', 'settle', 'series', 'series:issue', 'adopt:legacy'),
      effects: fc.array(write, { maxLength: 3 }),
    })
    .map(({ seats, ...rest }) => ({
      ...rest,
      id: `t${index}`,
      name: `T${index}`,
      seats: seats.map((seat, at) => ({ ...seat, id: `s${at}`, name: `S${at}` })),
      // A chain that steps ends where its counter does; what is gone through here are chains that could go on.
      revision: (rest.trigger === 'unattended' ? 'keep' : rest.revision) as Transition['revision'],
    }))

const rights: Right[] = ['see', 'edit', 'move', 'adopt']
/** Four of five times the right to see is among them, because no other right counts without it. */
const someRights = fc.oneof(
  { weight: 4, arbitrary: some(...rights).map((list) => [...new Set<Right>(['see', ...list])]) },
  { weight: 1, arbitrary: some(...rights) },
)
const use = (state: string): fc.Arbitrary<StateUse> =>
  fc.record({
    state: fc.constant(state),
    phase: pick('working' as const, 'issued' as const),
    content: pick('open' as const, 'closed' as const),
    adoption: fc.boolean(),
    final: fc.boolean(),
    grants: fc
      .array(fc.tuple(pick(...roles), someRights), { maxLength: 3 })
      .map((list) => Object.fromEntries(list)),
  })

const lifecycle: fc.Arbitrary<Lifecycle> = fc.record({
  id: fc.constant('main'),
  name: fc.constant('Main'),
  scheme: fc.constant('numbers'),
  entry: pick(...states),
  states: fc.tuple(...states.map(use)),
  transitions: fc
    .integer({ min: 0, max: 5 })
    .chain((count) => fc.tuple(...Array.from({ length: count }, (_, index) => transition(index)))),
})

export const configurations: fc.Arbitrary<Configuration> = fc
  .record({ lifecycle, rules: fc.array(guard, { maxLength: 3 }) })
  .map(({ lifecycle: main, rules }) => ({
    format: 'ilmenite-configuration/1',
    attributes: [
      { id: 'kind', name: 'Kind', type: 'choice', choices: ['p', 'q'] },
      { id: 'ready', name: 'Ready', type: 'yesno' },
      { id: 'note', name: 'Note', type: 'text' },
      { id: 'legacy', name: 'Legacy', type: 'text' },
    ],
    schemes: [
      {
        id: 'numbers',
        name: 'Numbers',
        series: [
          { id: 'trial', major: { kind: 'digits', to: 2 } },
          { id: 'issue', major: { kind: 'letters', to: 'B' } },
        ],
      },
    ],
    states: states.map((id) => ({ id, name: id })),
    roles: ['author', 'checker'].map((id) => ({ id, name: id })),
    groups: [],
    lifecycles: [main],
    classes: rules.flatMap((rule, index) =>
      rule && !/revision|state/.test(rule)
        ? [{ id: `c${index}`, name: `C${index}`, rule, lifecycle: 'main' }]
        : [],
    ),
  }))

/** Two people, one of whom may be away, and one folder in which roles are played and rights given and withheld. */
export const directories: fc.Arbitrary<Directory> = fc.record({
  people: fc.tuple(
    fc.constant({ id: 'ada', name: 'Ada', groups: [], active: true }),
    fc.boolean().map((active) => ({ id: 'bo', name: 'Bo', groups: [], active })),
  ),
  folders: fc.tuple(
    fc.record({
      path: fc.constant('/'),
      roles: fc.record({
        author: some('person:ada', 'person:bo'),
        checker: some('person:ada', 'person:bo', 'anyone'),
      }),
      grants: fc.record({ anyone: someRights, 'role:author': someRights }),
      withhold: fc.record({ 'person:ada': some('move', 'see') }),
    }),
  ),
})
