import { attributeType, type DocumentRecord, type Value } from '../../attribute'
import { type Condition, evaluate, namesOf, parseCondition, solve } from '../../condition'
import { type Configuration, stateUseOf } from '../../configuration'
import { asAttributes, conditionRecord, type DocumentSnapshot, valueOfName } from '../../engine'
import { type Asked, askedOn, isWritable } from './asked'
import { keyOf, led, type Node, type Plan, type PlannedAct, type Steps } from './node'
import { waysFrom } from './ways'

/**
 * Edits of the record that let guards hold which do not hold now: those of the ways ahead, up to where the record can
 * be edited again; and check-ins, after which a document may move by itself and has another last editor.
 */
export const writing: Steps = (at, plan) => {
  const { document } = at
  if (stateUseOf(plan.lifecycle, document.state).content !== 'open') return []
  const wanted = recordsFor(document, plan)
  const { transitions } = plan.lifecycle
  const leaves = transitions.some(
    ({ trigger, from }) => trigger === 'unattended' && from.includes(document.state),
  )
  const editorMatters = transitions.some(({ notBy }) => notBy?.includes('lastEditor'))
  // What is edited is as good as checked in, but for a document that then moves by itself.
  const checkedIn = [...(leaves || editorMatters ? [{}] : []), ...(leaves ? wanted : [])]
  const acts = (person: string): PlannedAct[][] => [
    ...wanted.map((record): PlannedAct[] => [{ person, act: 'edit', record }]),
    ...checkedIn.map((record): PlannedAct[] => [{ person, act: 'check-out' }, checkIn(person, record)]),
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
  for (const way of waysFrom(plan, document.state))
    for (const stays of plan.unsettled.has(way.at(-1)!.to) ? [false, true] : [false]) {
      const values = valuesFor(plan, document, askedOn(plan, document.state, way, stays))
      if (values && Object.keys(values).length) found.set(JSON.stringify(values), values)
    }
  return [...found.values()]
}

/** Values by which what is asked on a way holds; undefined where it does, and where there are none. */
function valuesFor(plan: Plan, document: DocumentSnapshot, asked: Asked | null): DocumentRecord | undefined {
  const { world, lifecycle } = plan
  const known = conditionRecord(world.configuration, document)
  if (!asked || asked.conditions.every((condition) => holds(condition, known))) return undefined
  const witness = witnessOf(plan, asked, known)
  if (!witness) return undefined
  const writable = world.configuration.attributes.filter((one) => isWritable(lifecycle, one))
  return Object.fromEntries(
    writable.flatMap(({ id }) => {
      const [is, was] = [witness[id], document.record[id] ?? null]
      return is === undefined || is === was ? [] : [[id, is]]
    }),
  )
}

/** Whether a condition holds already, about what is known now and of later places. */
function holds(condition: Condition, known: DocumentRecord): boolean {
  const later = [...namesOf(condition)].filter((name) => name.includes('@'))
  const values = later.map((name) => [name, valueOfName(name)] as const)
  return (
    values.every(([, value]) => value !== undefined) &&
    evaluate(condition, { ...known, ...(Object.fromEntries(values) as DocumentRecord) })
  )
}

/** A record by which all that is asked holds together, found by the solver once; null where there is none. */
function witnessOf(
  { followed, witnesses }: Plan,
  asked: Asked,
  known: DocumentRecord,
): DocumentRecord | null {
  const fixed = asked.fixed.map((name) => equal(followed.configuration, name, known[name] ?? null))
  const key = JSON.stringify([asked.way, fixed])
  let witness = witnesses.get(key)
  if (witness === undefined) {
    const given = fixed.map((text) => parseCondition(text, followed.attributes))
    const conditions = [...asked.conditions, ...given]
    const { attributes, more } = asAttributes(followed, conditions)
    const solved = solve('overlap', [...conditions, ...more], attributes, followed.scheme)
    witnesses.set(key, (witness = (solved.answer === 'yes' && solved.witness) || null))
  }
  return witness
}

/** That a name has a value, as a condition. */
function equal({ attributes }: Configuration, name: string, value: Value): string {
  const attribute = attributes.find(({ id }) => id === name)
  const isDay = attribute && attributeType(attribute.type).valueType === 'date'
  return `${name} == ${isDay && value !== null ? `date(${JSON.stringify(value)})` : JSON.stringify(value)}`
}
