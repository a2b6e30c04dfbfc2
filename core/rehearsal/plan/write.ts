import { attributeType, type DocumentRecord, type Value } from '../../attribute'
import { type Condition, ConditionError, evaluate, namesOf, parseCondition, solve } from '../../condition'
import { type Configuration, type Lifecycle, stateUseOf, type Transition } from '../../configuration'
import { checksByScript, writtenAttribute } from '../../effect'
import type { Script } from '../../script'
import { conditionRecord, type DocumentSnapshot } from '../../engine'
import { keyOf, led, type Node, type Plan, type PlannedAct, type Steps } from './node'

/** The longest way whose guards one edit is made for, and the most ways that are looked at from one place. */
const longestWay = 8
const mostWays = 30

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
  const { configuration } = plan.world
  const found = new Map<string, DocumentRecord>()
  for (const way of waysFrom(plan, document.state)) {
    const values = valuesFor(configuration, plan.lifecycle, document, way)
    if (values && Object.keys(values).length) found.set(JSON.stringify(values), values)
  }
  return [...found.values()]
}

/** Ways ahead, the shorter first, each up to where content is open again. */
function waysFrom({ lifecycle, onTheWay }: Plan, start: string): Transition[][] {
  const ways: Transition[][] = []
  const open: Transition[][] = [[]]
  for (let way = open.shift(); way && ways.length < mostWays; way = open.shift()) {
    const at = way.at(-1)?.to ?? start
    if (way.length) ways.push(way)
    const isOpenAgain = way.length > 0 && stateUseOf(lifecycle, at).content === 'open'
    if (way.length === longestWay || isOpenAgain) continue
    const passed = way.map(({ to }) => to)
    for (const transition of lifecycle.transitions)
      if (transition.from.includes(at) && !passed.includes(transition.to) && onTheWay.has(transition.to))
        open.push([...way, transition])
  }
  return ways
}

/** Values by which the guards of a way hold, found by the solver; undefined where there are none. */
function valuesFor(
  configuration: Configuration,
  lifecycle: Lifecycle,
  document: DocumentSnapshot,
  way: Transition[],
): DocumentRecord | undefined {
  const conditions = conditionsOf(configuration, lifecycle, document, way)
  const known = conditionRecord(configuration, document)
  if (!conditions || conditions.every((condition) => evaluate(condition, known))) return undefined
  const { answer, witness } = solve('overlap', conditions, configuration.attributes)
  if (answer !== 'yes' || !witness) return undefined
  const writable = configuration.attributes.filter((one) => isWritable(lifecycle, one))
  return Object.fromEntries(
    writable.flatMap(({ id }) => {
      const [is, was] = [witness[id], document.record[id] ?? null]
      return is === undefined || is === was ? [] : [[id, is]]
    }),
  )
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

/** Those that must not hold where an unattended transition shall be the only one. */
const rivalsOf = ({ transitions }: Lifecycle, { id, trigger, from }: Transition): Transition[] =>
  trigger === 'unattended'
    ? transitions.filter(
        (other) =>
          other.id !== id &&
          other.trigger === 'unattended' &&
          other.from.some((state) => from.includes(state)),
      )
    : []

/** That a name has a value, as a condition. */
function equal({ attributes }: Configuration, name: string, value: Value): string {
  const attribute = attributes.find(({ id }) => id === name)
  const isDay = attribute && attributeType(attribute.type).valueType === 'date'
  return `${name} == ${isDay && value !== null ? `date(${JSON.stringify(value)})` : JSON.stringify(value)}`
}
