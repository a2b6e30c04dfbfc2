import type { Lifecycle, Transition } from '../../configuration'
import { checksByScript, writtenAttribute } from '../../effect'
import type { Plan } from './node'

/** The most ways that records are made for from one place, and the most that are looked at for them. */
const mostWays = 60
const mostLooked = 1000

/**
 * Ways ahead that end with something asked, the shorter first. Those up to where the record can be edited again are all
 * there are to know of: where there are more than are looked at, the plan is told. Some of those that go on from there
 * are beside them, since what is written at once for several states takes fewer acts.
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
  const { lifecycle, onTheWay, asking } = plan
  const ways: Transition[][] = []
  const looked = new Set<string>()
  const open: Transition[][] = [[]]
  let isCutOff = false
  for (let way = open.shift(); way && ways.length < mostWays; way = open.shift()) {
    const last = way.at(-1)
    if (last && asking.has(last)) ways.push(way)
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
const unattendedFrom = ({ transitions }: Lifecycle, states: string[], but: Transition): Transition[] =>
  transitions.filter(
    (one) =>
      one.id !== but.id && one.trigger === 'unattended' && one.from.some((state) => states.includes(state)),
  )

/**
 * What has to hold besides its guard where a transition is taken from a state: that no other moves the document by
 * itself, where it does; and that none has moved it on already, where somebody does once it has come there.
 */
export function askedBesides(
  lifecycle: Lifecycle,
  transition: Transition,
  state: string,
  hasCome: boolean,
): string[] {
  const guards = unattendedFrom(lifecycle, [state], transition).map(
    ({ guard }) => `(${guard?.trim() || 'true'})`,
  )
  if (transition.trigger === 'unattended') return guards.map((guard) => `!${guard}`)
  if (!hasCome || guards.length === 0) return []
  const alone = guards.map((guard) =>
    guards.map((other) => (other === guard ? other : `!${other}`)).join(' && '),
  )
  return [`!(${alone.join(' || ')})`]
}

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
