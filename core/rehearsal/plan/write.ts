import { attributeType, type DocumentRecord, type Value } from '../../attribute'
import { type Condition, ConditionError, evaluate, namesOf, parseCondition, solve } from '../../condition'
import { type Configuration, type Lifecycle, stateUseOf, type Transition } from '../../configuration'
import { checksByScript, writtenAttribute } from '../../effect'
import type { Script } from '../../script'
import { conditionRecord, type DocumentSnapshot } from '../../engine'
import { keyOf, led, type Node, type Plan, type PlannedAct, type Steps } from './node'
import { rivalsOf, waysFrom } from './ways'

/**
 * Edits of the record that let guards hold which do not hold now: those of the ways ahead, up to where the record can
 * be edited again; and check-ins, after which a document may move by itself and has another last editor.
 */
export const writing: Steps = (at, plan) => {
  const { document } = at
  if (stateUseOf(plan.lifecycle, document.state).content !== 'open') return []
  const wanted = recordsFor(document, plan)
  const checksIn = plan.lifecycle.transitions.some(
    ({ trigger, from, notBy }) =>
      (trigger === 'unattended' && from.includes(document.state)) || notBy?.includes('lastEditor'),
  )
  const acts = (person: string): PlannedAct[][] => [
    ...wanted.map((record): PlannedAct[] => [{ person, act: 'edit', record }]),
    ...(checksIn
      ? [{}, ...wanted].map((record): PlannedAct[] => [{ person, act: 'check-out' }, checkIn(person, record)])
      : []),
  ]
  const found = new Map<string, Node>()
  const kinds = new Set<string>()
  for (const { id } of plan.people) {
    // Whoever else is alike would come to the same.
    if (kinds.has(plan.editorKind(id))) continue
    if ('reasons' in led(at, plan, [{ person: id, act: 'check-out' }])) continue
    kinds.add(plan.editorKind(id))
    for (const list of acts(id)) {
      const next = led(at, plan, list)
      if ('reasons' in next) continue
      const key = keyOf(next, plan)
      const known = found.get(key)
      if (!known || known.acts.length > next.acts.length) found.set(key, next)
    }
  }
  return [...found.values()]
}

const checkIn = (person: string, record: DocumentRecord): PlannedAct => ({
  ...{ person, act: 'check-in' },
  ...(Object.keys(record).length ? { record } : {}),
})

/** What could be written so that the guards of ways ahead hold: of each the values that are others than now. */
function recordsFor(document: DocumentSnapshot, plan: Plan): DocumentRecord[] {
  const found = new Map<string, DocumentRecord>()
  for (const way of waysFrom(plan, document.state)) {
    const values = valuesFor(plan, document, way)
    if (values && Object.keys(values).length) found.set(JSON.stringify(values), values)
  }
  return [...found.values()]
}

/** Values by which the guards of a way hold; undefined where they do, and where there are none. */
function valuesFor(plan: Plan, document: DocumentSnapshot, way: Transition[]): DocumentRecord | undefined {
  const { world, lifecycle } = plan
  const conditions = conditionsOf(world.configuration, lifecycle, document, way)
  const known = conditionRecord(world.configuration, document)
  if (!conditions || conditions.every((condition) => evaluate(condition, known))) return undefined
  const witness = witnessOf(plan, conditions)
  if (!witness) return undefined
  const writable = world.configuration.attributes.filter((one) => isWritable(lifecycle, one))
  return Object.fromEntries(
    writable.flatMap(({ id }) => {
      const [is, was] = [witness[id], document.record[id] ?? null]
      return is === undefined || is === was ? [] : [[id, is]]
    }),
  )
}

/** A record by which conditions hold together, found by the solver once; null where there is none. */
function witnessOf({ world, witnesses }: Plan, conditions: Condition[]): DocumentRecord | null {
  const key = JSON.stringify(conditions)
  let witness = witnesses.get(key)
  if (witness === undefined) {
    const solved = solve('overlap', conditions, world.configuration.attributes)
    witnesses.set(key, (witness = (solved.answer === 'yes' && solved.witness) || null))
  }
  return witness
}

const isWritable = (
  { revisionAttribute }: Lifecycle,
  { id, systemOnly }: { id: string; systemOnly?: boolean },
): boolean => !systemOnly && id !== revisionAttribute

/** The guards of a way, those beside it that must not hold, and what nobody can change; none where one is broken. */
function conditionsOf(
  configuration: Configuration,
  lifecycle: Lifecycle,
  document: DocumentSnapshot,
  way: Transition[],
): Condition[] | undefined {
  const known = conditionRecord(configuration, document)
  const read = (text: string) => parseCondition(text, configuration.attributes)
  try {
    const conditions = askedOnTheWay(lifecycle, way, Object.keys(known), read, configuration.scripts ?? [])
    if (conditions.length === 0) return undefined
    const fixed = [...new Set(conditions.flatMap((condition) => [...namesOf(condition)]))]
      .filter((name) => {
        const attribute = configuration.attributes.find(({ id }) => id === name)
        return !attribute || !isWritable(lifecycle, attribute)
      })
      .map((name) => read(equal(configuration, name, known[name] ?? null)))
    return [...conditions, ...fixed]
  } catch (error) {
    if (error instanceof ConditionError) return undefined
    throw error
  }
}

/**
 * What has to hold along a way, as far as it can be said before: what transitions write on the way is another by then,
 * and the search finds out what it is.
 */
function askedOnTheWay(
  lifecycle: Lifecycle,
  way: Transition[],
  names: string[],
  read: (text: string) => Condition,
  scripts: Script[],
): Condition[] {
  const changed = new Set<string>()
  return way.flatMap((transition) => {
    const asked = [
      ...(transition.guard?.trim() ? [transition.guard] : []),
      ...rivalsOf(lifecycle, transition).map(({ guard }) => `!(${guard?.trim() || 'true'})`),
    ].map(read)
    const sure = asked.filter((condition) => [...namesOf(condition)].every((name) => !changed.has(name)))
    changed.add('state_id')
    for (const effect of transition.effects) {
      changed.add(writtenAttribute(effect) ?? '')
      if (checksByScript(effect, scripts)) for (const name of names) changed.add(name)
    }
    if (transition.revision !== 'keep')
      for (const name of names) if (name.startsWith('revision_')) changed.add(name)
    return sure
  })
}

/** That a name has a value, as a condition. */
function equal({ attributes }: Configuration, name: string, value: Value): string {
  const attribute = attributes.find(({ id }) => id === name)
  const isDay = attribute && attributeType(attribute.type).valueType === 'date'
  return `${name} == ${isDay && value !== null ? `date(${JSON.stringify(value)})` : JSON.stringify(value)}`
}
