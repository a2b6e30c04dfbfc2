import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { StateUse, Transition } from '../../configuration'
import { emptyWorld } from '../world'
import { configurationWith, directory, transition } from '../world.fixture'
import { documentIn, plan } from '.'

const people = ['ada', 'bo', 'cleo']
const states = ['draft', 'check', 'sorted', 'issued']
const owner = 'ada'
const goal = 'issued'
/** What a title and a kind can be, and what a transition can ask: one of them, or both. */
const titles = ['a', 'b']
const kinds = ['grip', 'line']

const some = fc.subarray(people, { minLength: 1 })
const drawn = fc.record({
  way: fc.tuple(fc.constantFrom(...states), fc.constantFrom(...states)).filter(([from, to]) => from !== to),
  asks: fc.option(fc.constantFrom(...titles)),
  asksKind: fc.option(fc.constantFrom(...kinds), { freq: 2 }),
  writes: fc.option(fc.constantFrom(...titles), { freq: 4 }),
  by: some,
  seats: fc.option(fc.array(some, { minLength: 1, maxLength: 2 })),
  isUnattended: fc.boolean(),
  notBy: fc.subarray(['creator', 'lastEditor'] as const),
})
const lifecycles = fc.record({
  title: fc.option(fc.constantFrom(...titles)),
  kind: fc.option(fc.constantFrom(...kinds)),
  transitions: fc.array(drawn, { minLength: 2, maxLength: 9 }),
  uses: fc.array(fc.record({ isOpen: fc.boolean(), editors: fc.subarray(people) }), {
    ...{ minLength: states.length, maxLength: states.length },
  }),
})
type Drawn = typeof lifecycles extends fc.Arbitrary<infer Made> ? Made : never

/** What moves by itself only ever moves on, so that nothing moves without end. */
const movesByItself = ({ isUnattended, way: [from, to] }: Drawn['transitions'][number]) =>
  isUnattended && states.indexOf(from) < states.indexOf(to)

const named = (ids: string[]) => ids.map((id) => `person:${id}`)
/** What a transition asks of a record, in terms of a guard. */
const asks = ({ asks: title, asksKind: kind }: Drawn['transitions'][number]): string[] => [
  ...(title ? [`title == "${title}"`] : []),
  ...(kind ? [`kind == "${kind}"`] : []),
]
/** How a transition is fired: by itself, by signatures, or by hand. */
const firing = (drawn: Drawn['transitions'][number]): Partial<Transition> => {
  if (movesByItself(drawn)) return { trigger: 'unattended', firedBy: undefined }
  if (!drawn.seats) return { firedBy: named(drawn.by), notBy: [...drawn.notBy] }
  const seats = drawn.seats.map((members, place) => ({
    ...{ id: `s${place}`, name: `Seat ${place}`, members: named(members), needed: 1 },
  }))
  return { trigger: 'quorum', firedBy: undefined, seats, notBy: [...drawn.notBy] }
}
const transitionsOf = ({ transitions }: Drawn): Transition[] =>
  transitions.map((drawn, index) =>
    transition(`t${index}`, ...drawn.way, {
      ...(asks(drawn).length ? { guard: asks(drawn).join(' && ') } : {}),
      effects: drawn.writes ? [{ kind: 'write', attribute: 'title', value: drawn.writes }] : [],
      ...firing(drawn),
    }),
  )
const statesOf = ({ uses }: Drawn): Record<string, Partial<StateUse>> =>
  Object.fromEntries(
    uses.map(({ isOpen, editors }, index) => [
      states[index]!,
      {
        content: isOpen ? 'open' : 'closed',
        grants: {
          anyone: ['see', 'open', 'move'],
          ...Object.fromEntries(named(editors).map((editor) => [editor, ['edit']])),
        },
      },
    ]),
  )

/** Where a document can be: its state, who edited it last, its title and its kind. */
type Place = [state: string, editor: string, title: string | null, kind: string | null]
/** Whether a guard lets a document go from where it is. */
const lets = ({ way, asks, asksKind }: Drawn['transitions'][number], [state, , title, kind]: Place) =>
  way[0] === state && (!asks || asks === title) && (!asksKind || asksKind === kind)

/** Whether as many seats can be filled by as many people, each by another. */
const canBeFilled = (seats: string[][], free: string[]): boolean =>
  seats.length === 0 ||
  seats[0]!.some(
    (id) =>
      free.includes(id) &&
      canBeFilled(
        seats.slice(1),
        free.filter((other) => other !== id),
      ),
  )

/** Where a document comes to rest that has come to a place: it moves on as long as exactly one guard lets it. */
function atRest(lifecycle: Drawn, at: Place): Place {
  const open = lifecycle.transitions.filter((drawn) => movesByItself(drawn) && lets(drawn, at))
  return open.length === 1 ? atRest(lifecycle, moved(at, open[0]!)) : at
}
const moved = ([, editor, title, kind]: Place, { way, writes }: Drawn['transitions'][number]): Place => {
  const [, to] = way
  return [to, editor, writes ?? title, kind]
}

/** All that can be done in a place, however pointless, with how many acts it takes. */
function nextTo(lifecycle: Drawn, at: Place): [Place, number][] {
  const [state, editor] = at
  const { isOpen, editors } = lifecycle.uses[states.indexOf(state)]!
  // Whatever else a title can be is to guards as none.
  const records = [null, ...titles].flatMap((one) => [null, ...kinds].map((other) => [one, other] as const))
  // What is edited stays where it is; what is checked out and in moves on.
  const written = (isOpen ? editors : []).flatMap((by) =>
    records.flatMap((record): [Place, number][] => [
      [[state, by, ...record], 1],
      [atRest(lifecycle, [state, by, ...record]), 2],
    ]),
  )
  const fired = lifecycle.transitions.flatMap((drawn): [Place, number][] => {
    const excluded = drawn.notBy.map((one) => (one === 'creator' ? owner : editor))
    const free = people.filter((id) => !excluded.includes(id))
    if (movesByItself(drawn) || !lets(drawn, at) || !canBeFilled(drawn.seats ?? [drawn.by], free)) return []
    return [[atRest(lifecycle, moved(at, drawn)), drawn.seats?.length ?? 1]]
  })
  return [...written, ...fired]
}

/** The fewest acts to the goal, by going everywhere; none where nothing leads there. */
function fewest(lifecycle: Drawn): number | null {
  const cheapest = new Map<string, number>()
  const open: Place[][] = [[['draft', owner, lifecycle.title, lifecycle.kind]]]
  for (let cost = 0; cost < open.length; cost++)
    for (const place of open[cost] ?? []) {
      if (place[0] === goal) return cost
      for (const [next, more] of nextTo(lifecycle, place)) {
        const key = JSON.stringify(next)
        if ((cheapest.get(key) ?? Infinity) <= cost + more) continue
        cheapest.set(key, cost + more)
        ;(open[cost + more] ??= []).push(next)
      }
    }
  return null
}

describe('a plan, beside a search that goes everywhere', () => {
  it('is there where anything leads to the goal, and takes the fewest acts', () =>
    fc.assert(
      fc.property(lifecycles, (lifecycle) => {
        const configuration = configurationWith(transitionsOf(lifecycle), statesOf(lifecycle))
        const world = emptyWorld(configuration, directory, '2026-03-01')
        const { title, kind } = lifecycle
        const place = { folder: '/', lifecycle: 'main', state: 'draft', owner, record: { title, kind } }
        const acts = plan(world, documentIn(world, place), goal).acts?.length ?? null
        const least = fewest(lifecycle)
        // Nothing is written that no guard asks for, only so that somebody else was the last to edit.
        const isTouched = lifecycle.transitions.some(
          (drawn) => !movesByItself(drawn) && drawn.notBy.includes('lastEditor'),
        )
        if (isTouched && least !== null) expect(acts).toBeGreaterThanOrEqual(least)
        else expect(acts).toBe(least)
      }),
      { numRuns: 400, seed: 11 },
    ))
})
