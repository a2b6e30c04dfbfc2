import { type Condition, ConditionError, namesOf, parseCondition, renamed } from '../../condition'
import type { Lifecycle, Transition } from '../../configuration'
import { checksByScript, readAttributes, writtenAttribute } from '../../effect'
import { afterFiring, type Knowledge, namedAt, nothingKnown } from '../../engine'
import type { Plan } from './node'
import { askedToBeAlone, askedToStay } from './ways'

/** What a way asks of the record that it begins with, and which names of it nobody can write. */
export interface Asked {
  way: string
  conditions: Condition[]
  fixed: string[]
}

/**
 * What is asked on a way from a state, and to stay where it ends, if that is asked; null where nothing is, where a
 * guard is broken and where it cannot be gone.
 */
export function askedOn(plan: Plan, start: string, way: Transition[], stays: boolean): Asked | null {
  const key = JSON.stringify([start, stays, ...way.map(({ id }) => id)])
  let asked = plan.asked.get(key)
  if (asked === undefined) plan.asked.set(key, (asked = read(plan, start, way, stays, key)))
  return asked
}

function read(plan: Plan, start: string, way: Transition[], stays: boolean, key: string): Asked | null {
  const { attributes } = plan.world.configuration
  try {
    const conditions = conditionsOf(plan, start, way, stays)
    if (!conditions?.length) return null
    const writable = new Set(attributes.filter((one) => isWritable(plan.lifecycle, one)).map(({ id }) => id))
    const names = new Set(conditions.flatMap((condition) => [...namesOf(condition)]))
    if ([...names].some((name) => restsOnRecord(plan, way, name))) plan.left.ways = true
    return {
      way: key,
      conditions,
      fixed: [...names].filter((name) => !name.includes('@') && !writable.has(name)),
    }
  } catch (error) {
    if (error instanceof ConditionError) return null
    throw error
  }
}

/**
 * Whether what a name stands for is written on a way from what people wrote before, or by a script: no record is looked
 * for by which it would be right, and the plan is told.
 */
function restsOnRecord({ world, followed }: Plan, way: Transition[], name: string): boolean {
  const [id, place] = name.split('@')
  const isAttribute = (one: string | undefined) =>
    followed.attributes.some((attribute) => attribute.id === one)
  const { effects = [] } = way[Number(place)] ?? {}
  return (
    isAttribute(id) &&
    effects.some(
      (effect) =>
        checksByScript(effect, world.configuration.scripts ?? []) ||
        (writtenAttribute(effect) === id && readAttributes(effect).some(isAttribute)),
    )
  )
}

/** Whether people can write an attribute: the system keeps some to itself, and the label. */
export const isWritable = (
  { revisionAttribute }: Lifecycle,
  { id, systemOnly }: { id: string; systemOnly?: boolean },
): boolean => !systemOnly && id !== revisionAttribute

/**
 * The guards along a way, and what has to hold besides, about the record as it is by then: what transitions write is
 * known as far as it can be said before. Undefined where one of them can never be carried out.
 */
function conditionsOf(
  { lifecycle, followed }: Plan,
  start: string,
  way: Transition[],
  stays: boolean,
): Condition[] | undefined {
  const conditions: Condition[] = []
  let [state, known]: [string, Knowledge] = [start, nothingKnown]
  const ask = (guards: string[], place: number) => {
    const here = guards.some((guard) => guard.includes('state_id'))
      ? [`state_id == ${JSON.stringify(state)}`]
      : []
    const by = known
    for (const text of [...guards, ...here])
      conditions.push(renamed(parseCondition(text, followed.attributes), (name) => namedAt(name, by, place)))
  }
  for (const [place, transition] of way.entries()) {
    if (transition.trigger === 'unattended') ask(askedToBeAlone(lifecycle, transition, state), place)
    else if (place > 0) ask(askedToStay(lifecycle, state), place)
    if (transition.guard?.trim()) ask([transition.guard], place)
    const after = afterFiring(followed, transition, state, known, place)
    if (!after) return undefined
    state = transition.to
    known = after
  }
  if (stays) ask(askedToStay(lifecycle, state), way.length)
  return conditions
}
