import { type Attribute, attributeType, type Value, valueFor } from '../attribute'
import { type Condition, facts, namesOf, type Operand } from '../condition'
import {
  type Configuration,
  type Lifecycle,
  namedState,
  schemeIn,
  stateUseOf,
  type Transition,
} from '../configuration'
import { checksByScript, type Effect, writtenAttribute } from '../effect'
import { checkScheme, isAdopting, readStep, type RevisionScheme } from '../revision'
import { namesIn, render, templateProblem } from '../template'

/** What a chain of transitions is followed in. */
export interface Followed {
  configuration: Configuration
  lifecycle: Lifecycle
  attributes: Attribute[]
  /** Its revision scheme, where there is one and it is sound. */
  scheme: RevisionScheme | undefined
}

/** A lifecycle as chains in it are followed. */
export function followedIn(configuration: Configuration, lifecycle: Lifecycle): Followed {
  const scheme = schemeIn(configuration, lifecycle)
  return {
    ...{ configuration, lifecycle, attributes: configuration.attributes },
    scheme: scheme && checkScheme(scheme).length === 0 ? scheme : undefined,
  }
}

/** What is known of an attribute that was written on the way: its value, or only which firing wrote it. */
type Written = { value: Value } | { since: number }

/** What a chain has made of a record: what it wrote, and which firing last gave the document another label. */
export interface Knowledge {
  written: Map<string, Written>
  label: { since: number; series: 'same' | 'any' } | undefined
}
export const nothingKnown: Knowledge = { written: new Map(), label: undefined }

/** Where a document stands and what is known of it, as a text to compare. What is unknown is as unknown each time. */
export function knowledgeKey(state: string, { written, label }: Knowledge): string {
  const entries = [...written]
    .map(([name, is]): [string, Value | undefined] => [name, 'value' in is ? is.value : undefined])
    .sort(([one], [other]) => (one < other ? -1 : 1))
  return JSON.stringify([
    state,
    label?.series,
    entries.map(([name, value]) => [name, value ?? null, value === undefined]),
  ])
}

/** What is known after a transition has fired; undefined where it can never be carried out. */
export function afterFiring(
  followed: Followed,
  transition: Transition,
  from: string,
  before: Knowledge,
  firing: number,
): Knowledge | undefined {
  const { configuration, lifecycle, attributes } = followed
  if (isAdopting(transition.revision) && !stateUseOf(lifecycle, from).adoption) return undefined
  const label = labelAfter(followed, transition, before.label, firing)
  const written = new Map(before.written)
  // The label is written into the record with every firing: it is the same there as long as the label is.
  if (lifecycle.revisionAttribute) written.set(lifecycle.revisionAttribute, { since: label?.since ?? -1 })
  const states = { from: namedState(configuration, from), to: namedState(configuration, transition.to) }
  for (const effect of transition.effects) {
    // A script may write whatever there is.
    if (checksByScript(effect, configuration.scripts ?? []))
      for (const { id } of attributes) written.set(id, { since: firing })
    const id = writtenAttribute(effect)
    if (id === undefined) continue
    const attribute = attributes.find((other) => other.id === id)
    const value =
      attribute && writtenValue(effect, attributes, attribute, { ...knownValues(written), ...states })
    if (!attribute || value instanceof Error) return undefined
    written.set(id, value === undefined ? { since: firing } : { value })
  }
  return { written, label }
}

const knownValues = (written: Map<string, Written>): Record<string, Value> =>
  Object.fromEntries([...written].flatMap(([name, is]) => ('value' in is ? [[name, is.value]] : [])))

/** What an effect writes, where it is known; an error where it can never write that. */
function writtenValue(
  effect: Effect,
  attributes: Attribute[],
  attribute: Attribute,
  context: Record<string, unknown>,
): Value | undefined | Error {
  if (effect.kind !== 'write') return undefined
  const problem = templateProblem(
    effect.value,
    attributes.map(({ id }) => id),
    [],
  )
  if (problem) return new Error(problem)
  if (!namesIn(effect.value).every(([name]) => Object.hasOwn(context, name!))) return undefined
  try {
    return valueFor(attribute, render(effect.value, context))
  } catch (error) {
    return error as Error
  }
}

/** What is known of the label after a transition: it may stay as it is, change within its series, or be any. */
function labelAfter(
  { scheme }: Followed,
  { revision }: Transition,
  before: Knowledge['label'],
  firing: number,
): Knowledge['label'] {
  const { kind } = readStep(revision)
  if (kind === 'keep') return before
  if (kind === 'series' || kind === 'adopt' || !scheme) return { since: firing, series: 'any' }
  const settles = scheme.series.some(({ minor, minorPlace }) => minor && minorPlace === 'before')
  return kind === 'settle' && !settles ? before : { since: firing, series: before?.series ?? 'same' }
}

/** The name that stands for an attribute or fact as it is at a place of a chain. */
export function namedAt(name: string, { written, label }: Knowledge, place: number): string {
  if (name === 'state_id') return `${name}@${place}`
  if (name.startsWith('revision_') && Object.hasOwn(facts, name))
    return label ? `${name}@${label.since}${label.series === 'same' ? 's' : ''}` : name
  const is = written.get(name)
  if (!is) return name
  return 'value' in is ? `${name}@=${JSON.stringify(is.value)}` : `${name}@${is.since}`
}

/** The value that a name stands for at a place of a chain, where it is known there; undefined where it is not. */
export function valueOfName(name: string): Value | undefined {
  const at = name.indexOf('@=')
  return at < 0 ? undefined : (JSON.parse(name.slice(at + 2)) as Value)
}

/** The attributes that conditions along a chain speak of, and what is known of them besides. */
export function asAttributes(
  { attributes, scheme }: Followed,
  conditions: Condition[],
): { attributes: Attribute[]; more: Condition[] } {
  const names = new Set(conditions.flatMap((condition) => [...namesOf(condition)]))
  const made: Attribute[] = []
  const more: Condition[] = []
  for (const id of names) {
    const [base, place] = id.split('@') as [string, string | undefined]
    const own = attributes.find((attribute) => attribute.id === base)
    if (own || place !== undefined) made.push({ ...(own ?? { name: base, type: 'text' }), id })
    const value = valueOfName(id)
    if (own && value !== undefined) more.push(equals(own, id, value))
  }
  const labels = [...names]
    .filter((name) => /^revision_.*@\d+s$/.test(name))
    .map((name) => name.split('@')[1]!)
  for (const place of new Set(labels)) {
    const series = `revision_series@${place}`
    more.push(
      sameSeries(
        scheme!.series.map(({ id }) => id),
        series,
      ),
    )
    if (!names.has(series)) made.push({ id: series, name: series, type: 'text' })
  }
  return { attributes: made, more }
}

const identifier = (name: string, type: Operand['type']): Operand =>
  ({ kind: 'identifier', type, name, at: 0 }) as Operand

function equals(attribute: Attribute, name: string, value: Value): Condition {
  const type = attributeType(attribute.type).valueType
  const right: Operand = { kind: 'literal', type: value === null ? 'null' : type, value, at: 0 }
  return { kind: 'compare', operator: '==', left: identifier(name, type), right }
}

/** That a label is of the series that the document's first one was of. */
function sameSeries(series: string[], name: string): Condition {
  const is = (fact: string, value: string): Condition => ({
    kind: 'compare',
    operator: '==',
    left: identifier(fact, 'text'),
    right: { kind: 'literal', type: 'text', value, at: 0 },
  })
  return series
    .map((value): Condition => ({ kind: 'and', left: is('revision_series', value), right: is(name, value) }))
    .reduce((left, right): Condition => ({ kind: 'or', left, right }))
}
