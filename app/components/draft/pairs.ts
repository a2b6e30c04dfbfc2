import {
  type Configuration,
  differences,
  type Lifecycle,
  principalName,
  type StateUse,
  type Transition,
} from '~~/core/configuration'

/** A lifecycle before and after, with the states of both as columns. */
export interface Pair {
  was: Lifecycle
  now: Lifecycle
  columns: string[]
}
/** A row of facts: what each state had and has, empty where it is not there. */
interface Row {
  name: string
  cells: { was: string; now: string }[]
}

/** The states as they will stand, those that go where they stood. */
export function columnsOf(was: Lifecycle, now: Lifecycle): string[] {
  return was.states.reduce(
    (columns, { state }, index) => {
      if (columns.includes(state)) return columns
      const at = columns.indexOf(was.states[index - 1]?.state ?? '') + 1
      return [...columns.slice(0, at), state, ...columns.slice(at)]
    },
    now.states.map(({ state }) => state),
  )
}
export const useOf = (lifecycle: Lifecycle, state: string) =>
  lifecycle.states.find((other) => other.state === state)

type Fact = [name: string, of: (use: StateUse, lifecycle: Lifecycle) => string]
const facts: Fact[] = [
  ['Phase', ({ phase }) => phase],
  ['Content', ({ content }) => content],
  ['New revision gives', ({ newRevision }) => newRevision ?? '–'],
  ['Labels adopted', ({ adoption }) => (adoption ? 'yes' : '–')],
  ['Final', ({ final }) => (final ? 'yes' : '–')],
  ['Entry', ({ state }, { entry }) => (entry === state ? 'entry' : '–')],
  ['Guidance', ({ guidance }) => guidance ?? '–'],
]

/** The facts that differ in a state that was there and still is. */
export function stateRows(configuration: Configuration, { was, now, columns }: Pair): Row[] {
  const principals = [...new Set([...was.states, ...now.states].flatMap(({ grants }) => Object.keys(grants)))]
  const granted = principals.map((principal): Fact => [
    principalName(configuration, principal),
    ({ grants }) => [...(grants[principal] ?? [])].sort().join(' ') || '–',
  ])
  return [...facts, ...granted]
    .map(([name, of]) => ({
      name,
      cells: columns.map((state) => {
        const [before, after] = [useOf(was, state), useOf(now, state)]
        return { was: before ? of(before, was) : '', now: after ? of(after, now) : '' }
      }),
    }))
    .filter(({ cells }) => cells.some((cell) => cell.was && cell.now && cell.was !== cell.now))
}

/** The transitions that differ, are new or are gone, with the difference in words. */
export function transitionRows(
  before: Configuration,
  after: Configuration,
  { was, now }: Pair,
): { key: string; name: string; old?: Transition; fresh?: Transition; words: string }[] {
  const said = differences({ ...before, lifecycles: [was] }, { ...after, lifecycles: [now] })
  const gone = was.transitions.filter(({ id }) => !now.transitions.some((transition) => transition.id === id))
  return [
    ...now.transitions.flatMap((fresh) => {
      const old = was.transitions.find(({ id }) => id === fresh.id)
      const words = said
        .filter(({ where }) => where.transition === fresh.id)
        .map((difference) => difference.words.slice(fresh.name.length + 1))
        .join('; ')
      return old && !words
        ? []
        : [{ key: fresh.id, name: fresh.name, old, fresh, words: old ? words : 'is new' }]
    }),
    ...gone.map((old) => ({ key: `gone ${old.id}`, name: old.name, old, words: 'is gone' })),
  ]
}
