import type { Lifecycle, Transition } from '../../configuration'
import { checksByScript, writtenAttribute } from '../../effect'
import type { Plan } from './node'

/** The most ways that records are made for from one place, and the most that are looked at for them. */
const mostWays = 60
const mostLooked = 1000

/**
 * Ways ahead that end with something asked, or where a document can be edited if nothing moves it on; the shorter come
 * first. Those up to where the record can be edited again are all there are to know of: where there are more than are
 * looked at, the plan is told. Some of those that go on from there are beside them, since what is written at once for
 * several states takes fewer acts.
 */
export function waysFrom(plan: Plan, start: string): Transition[][] {
  let ways = plan.ways.get(start)
  if (!ways) plan.ways.set(start, (ways = lookForWays(plan, start)))
  return ways
}

function lookForWays(plan: Plan, start: string): Transition[][] {
  if (plan.asking.size === 0) return []
  const near = waysUpTo(plan, start, plan.editable)
  if (near.isCutOff) plan.left.ways = true
  return plan.editable.size ? [...near.ways, ...waysUpTo(plan, start, new Set()).ways] : near.ways
}

/** Ways ahead, each up to the first of some states. Of ways to one state that ask for the same there is one. */
function waysUpTo(plan: Plan, start: string, ends: Set<string>): { ways: Transition[][]; isCutOff: boolean } {
  const { lifecycle, onTheWay, asking, unsettled } = plan
  const ways: Transition[][] = []
  const looked = new Set<string>()
  const open: Transition[][] = [[]]
  let isCutOff = false
  for (let way = open.shift(); way && ways.length < mostWays; way = open.shift()) {
    const last = way.at(-1)
    if (last && (asking.has(last) || unsettled.has(last.to))) ways.push(way)
    if (last && ends.has(last.to)) continue
    const passed = way.map(({ to }) => to)
    for (const transition of lifecycle.transitions) {
      const { from, to } = transition
      if (!from.includes(last?.to ?? start) || passed.includes(to) || !onTheWay.has(to)) continue
      const longer = [...way, transition]
      const key = JSON.stringify([to, longer.filter((one) => matters(plan, one)).map(({ id }) => id)])
      if (looked.has(key)) continue
      if (looked.size < mostLooked) open.push(longer)
      else isCutOff = true
      looked.add(key)
    }
  }
  return { ways, isCutOff: isCutOff || open.length > 0 }
}

/** The unattended transitions out of some of the states, but for one. */
const unattendedFrom = ({ transitions }: Lifecycle, states: string[], but?: Transition): Transition[] =>
  transitions.filter(
    (one) =>
      one.id !== but?.id && one.trigger === 'unattended' && one.from.some((state) => states.includes(state)),
  )

const guardOf = ({ guard }: Transition) => `(${guard?.trim() || 'true'})`

/** What has to hold for a document to stay where it comes to: that not exactly one guard lets it move on by itself. */
export function askedToStay(lifecycle: Lifecycle, state: string): string[] {
  const guards = unattendedFrom(lifecycle, [state]).map(guardOf)
  if (guards.length === 0) return []
  const alone = guards.map((_, one) =>
    guards.map((guard, other) => (one === other ? guard : `!${guard}`)).join(' && '),
  )
  return [`!(${alone.join(' || ')})`]
}

/** What has to hold besides its guard for a transition to be the only one that moves a document by itself. */
export const askedToBeAlone = (lifecycle: Lifecycle, transition: Transition, state: string): string[] =>
  unattendedFrom(lifecycle, [state], transition).map((other) => `!${guardOf(other)}`)

/** The states whose content is open, and which a document may leave by itself before anybody edits it. */
export const unsettledIn = (lifecycle: Lifecycle): Set<string> =>
  new Set(
    lifecycle.states
      .filter(({ state, content }) => content === 'open' && unattendedFrom(lifecycle, [state]).length > 0)
      .map(({ state }) => state),
  )

/** The transitions that something is asked of a record for, where they are taken. */
export const askingIn = (lifecycle: Lifecycle): Set<Transition> =>
  new Set(
    lifecycle.transitions.filter(
      (one) => Boolean(one.guard?.trim()) || unattendedFrom(lifecycle, one.from, one).length > 0,
    ),
  )

/** Whether a transition asks for anything, or changes what another one asks for. */
function matters({ asking, askedNames, world }: Plan, transition: Transition): boolean {
  const { effects, revision } = transition
  const scripts = world.configuration.scripts ?? []
  return (
    asking.has(transition) ||
    (revision !== 'keep' && [...askedNames].some((name) => name.startsWith('revision_'))) ||
    effects.some(
      (effect) => askedNames.has(writtenAttribute(effect) ?? '') || checksByScript(effect, scripts),
    )
  )
}
