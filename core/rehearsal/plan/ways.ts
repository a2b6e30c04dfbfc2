import type { Lifecycle, Transition } from '../../configuration'
import { checksByScript, writtenAttribute } from '../../effect'
import type { Plan } from './node'

/** The most ways that records are made for from one place, and the most that are looked at for them. */
const mostWays = 60
const mostLooked = 1000

/**
 * Ways ahead that end with something asked, the shorter first, each up to where the record can be edited again. Of
 * ways to one state that ask for the same there is one. Where there are more than are looked at, the plan is told.
 */
export function waysFrom(plan: Plan, start: string): Transition[][] {
  const { lifecycle, onTheWay, editable } = plan
  const ways: Transition[][] = []
  const looked = new Set<string>()
  const open: Transition[][] = [[]]
  for (let way = open.shift(); way && ways.length < mostWays; way = open.shift()) {
    const last = way.at(-1)
    if (last && asks(lifecycle, last)) ways.push(way)
    if (last && editable.has(last.to)) continue
    const passed = way.map(({ to }) => to)
    for (const transition of lifecycle.transitions) {
      const { from, to } = transition
      if (!from.includes(last?.to ?? start) || passed.includes(to) || !onTheWay.has(to)) continue
      const longer = [...way, transition]
      const key = JSON.stringify([to, longer.filter((one) => matters(plan, one)).map(({ id }) => id)])
      if (looked.has(key)) continue
      if (looked.size < mostLooked) open.push(longer)
      else plan.left.ways = true
      looked.add(key)
    }
  }
  if (open.length) plan.left.ways = true
  return ways
}

/** Those that must not hold where an unattended transition shall be the only one. */
export const rivalsOf = ({ transitions }: Lifecycle, { id, trigger, from }: Transition): Transition[] =>
  trigger === 'unattended'
    ? transitions.filter(
        (other) =>
          other.id !== id &&
          other.trigger === 'unattended' &&
          other.from.some((state) => from.includes(state)),
      )
    : []

/** Whether anything is asked of a record where a transition is taken. */
const asks = (lifecycle: Lifecycle, transition: Transition): boolean =>
  Boolean(transition.guard?.trim()) || rivalsOf(lifecycle, transition).length > 0

/** Whether a transition asks for anything, or changes what another one asks for. */
function matters({ lifecycle, asked, world }: Plan, transition: Transition): boolean {
  const { effects, revision } = transition
  const scripts = world.configuration.scripts ?? []
  return (
    asks(lifecycle, transition) ||
    (revision !== 'keep' && [...asked].some((name) => name.startsWith('revision_'))) ||
    effects.some((effect) => asked.has(writtenAttribute(effect) ?? '') || checksByScript(effect, scripts))
  )
}
