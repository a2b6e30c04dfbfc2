import { schemeChangesInWords, seriesInWords } from '../revision'
import { fieldsInWords, shown } from './fields-in-words'
import { attributeName, principalName, stateName } from './look-up'
import { insideTransition } from './transition-differences'
import type { Configuration, Lifecycle, SheetGroup, StateUse } from './types'

/** One difference between two configurations: what it is about, and what is different, in words. */
export interface Difference {
  about: string
  words: string
  where: { lifecycle?: string; transition?: string; state?: string; scheme?: string }
}

/** What is different about a configuration compared with an earlier one, in words; empty where nothing is. */
export function differences(before: Configuration, after: Configuration): Difference[] {
  return [
    ...schemeDifferences(before, after),
    ...listDifferences('State catalogue', before.states, after.states, (a, b) =>
      fieldsInWords(a, b, { name: 'is called', description: 'description' }),
    ),
    ...listDifferences('Attributes', before.attributes, after.attributes, (a, b) => fieldsInWords(a, b, {})),
    ...listDifferences('Roles', before.roles, after.roles, (a, b) =>
      fieldsInWords(a, b, { name: 'is called' }),
    ),
    ...listDifferences('Groups', before.groups, after.groups, (a, b) =>
      fieldsInWords(a, b, { name: 'is called' }),
    ),
    ...listDifferences('Classes', before.classes, after.classes, (a, b) =>
      fieldsInWords(a, b, classVerbs, (key, value) => shownOfClass(after, key, value)),
    ),
    ...listDifferences('Scripts', before.scripts ?? [], after.scripts ?? [], (a, b) => [
      ...fieldsInWords(
        { name: a.name, check: a.check },
        { name: b.name, check: b.check },
        { name: 'is called' },
      ),
      ...(a.code === b.code ? [] : ['does something else']),
    ]),
    ...lifecycleDifferences(before, after),
  ]
}

/** Pairs of things with the same id, those added and those gone. */
function matched<T>(before: T[], after: T[], idOf: (thing: T) => string) {
  const old = new Map(before.map((thing) => [idOf(thing), thing]))
  const now = new Set(after.map(idOf))
  return {
    added: after.filter((thing) => !old.has(idOf(thing))),
    gone: before.filter((thing) => !now.has(idOf(thing))),
    both: after.flatMap((thing) => (old.has(idOf(thing)) ? [[old.get(idOf(thing))!, thing] as const] : [])),
    moved: () => {
      const kept = before.map(idOf).filter((id) => now.has(id))
      const order = after.map(idOf).filter((id) => old.has(id))
      return kept.join() !== order.join()
    },
  }
}

function listDifferences<T extends { id: string; name: string }>(
  about: string,
  before: T[],
  after: T[],
  changed: (a: T, b: T) => string[],
): Difference[] {
  const { added, gone, both, moved } = matched(before, after, ({ id }) => id)
  const say = (words: string): Difference => ({ about, words, where: {} })
  return [
    ...added.map(({ name }) => say(`${name} is new`)),
    ...gone.map(({ name }) => say(`${name} is gone`)),
    ...both.flatMap(([a, b]) => changed(a, b).map((words) => say(`${a.name} ${words}`))),
    ...(moved() ? [say('stand in another order')] : []),
  ]
}

function schemeDifferences(before: Configuration, after: Configuration): Difference[] {
  const { added, gone, both } = matched(before.schemes, after.schemes, ({ id }) => id)
  return [
    ...added.map((scheme): Difference => ({
      about: scheme.name,
      words: `is new: ${scheme.series.map(seriesInWords).join('; ')}`,
      where: { scheme: scheme.id },
    })),
    ...gone.map(({ id, name }): Difference => ({ about: name, words: 'is gone', where: { scheme: id } })),
    ...both.flatMap(([a, b]) =>
      schemeChangesInWords(a, b).map((words): Difference => ({
        about: a.name,
        words,
        where: { scheme: b.id },
      })),
    ),
  ]
}

function lifecycleDifferences(before: Configuration, after: Configuration): Difference[] {
  const { added, gone, both } = matched(before.lifecycles, after.lifecycles, ({ id }) => id)
  return [
    ...added.map(({ id, name, states, transitions }): Difference => ({
      about: name,
      words: `is new, with ${states.length} states and ${transitions.length} transitions`,
      where: { lifecycle: id },
    })),
    ...gone.map(({ id, name }): Difference => ({ about: name, words: 'is gone', where: { lifecycle: id } })),
    ...both.flatMap(([a, b]) => insideLifecycle(before, after, a, b)),
  ]
}

function insideLifecycle(
  before: Configuration,
  after: Configuration,
  a: Lifecycle,
  b: Lifecycle,
): Difference[] {
  const say = (words: string, where: Difference['where'] = {}): Difference => ({
    about: b.name,
    words,
    where: { lifecycle: b.id, ...where },
  })
  return [
    ...ownFacts(before, after, a, b).map((words) => say(words)),
    ...betweenStates(before, after, a, b, say),
    ...betweenTransitions(after, a, b, say),
  ]
}

/** What a lifecycle is called, which labels it has, where documents enter. */
function ownFacts(before: Configuration, after: Configuration, a: Lifecycle, b: Lifecycle): string[] {
  const schemeName = ({ schemes }: Configuration, id: string) =>
    schemes.find((scheme) => scheme.id === id)?.name ?? id
  return [
    ...(a.name === b.name ? [] : [`is called ${b.name}, was ${a.name}`]),
    ...(a.scheme === b.scheme
      ? []
      : [`labels by ${schemeName(after, b.scheme)}, was ${schemeName(before, a.scheme)}`]),
    ...(a.entry === b.entry
      ? []
      : [`documents enter in ${stateName(after, b.entry)}, was ${stateName(before, a.entry)}`]),
    ...(a.revisionAttribute === b.revisionAttribute
      ? []
      : [`keeps the label in ${shown(b.revisionAttribute)}, was ${shown(a.revisionAttribute)}`]),
  ]
}

type Say = (words: string, where?: Difference['where']) => Difference

function betweenStates(
  before: Configuration,
  after: Configuration,
  a: Lifecycle,
  b: Lifecycle,
  say: Say,
): Difference[] {
  const states = matched(a.states, b.states, ({ state }) => state)
  return [
    ...states.added.map(({ state }) => say(`has the state ${stateName(after, state)}`, { state })),
    ...states.gone.map(({ state }) => say(`has no state ${stateName(before, state)} any more`)),
    ...(states.moved()
      ? [say(`its states stand as ${b.states.map(({ state }) => stateName(after, state)).join(', ')}`)]
      : []),
    ...states.both.flatMap(([old, now]) =>
      insideState(after, old, now).map((words) =>
        say(`${stateName(after, now.state)} ${words}`, { state: now.state }),
      ),
    ),
  ]
}

function betweenTransitions(after: Configuration, a: Lifecycle, b: Lifecycle, say: Say): Difference[] {
  const transitions = matched(a.transitions, b.transitions, ({ id }) => id)
  return [
    ...transitions.added.map(({ id, name, from, to }) => {
      const starts = from.map((state) => stateName(after, state)).join(', ')
      return say(`${name} is new, from ${starts} to ${stateName(after, to)}`, { transition: id })
    }),
    ...transitions.gone.map((transition) => say(`${transition.name} is gone`)),
    ...(transitions.moved() ? [say('its transitions stand in another order')] : []),
    ...transitions.both.flatMap(([old, now]) =>
      insideTransition(after, old, now).map((words) => say(`${now.name} ${words}`, { transition: now.id })),
    ),
  ]
}

function insideState(
  configuration: Configuration,
  { grants: oldGrants, ...old }: StateUse,
  { grants: newGrants, ...now }: StateUse,
): string[] {
  const principals = [...new Set([...Object.keys(oldGrants ?? {}), ...Object.keys(newGrants ?? {})])]
  const rights = (of: Record<string, string[]> | undefined, principal: string) =>
    [...(of?.[principal] ?? [])].sort().join(' ') || 'nothing'
  return [
    ...fieldsInWords(old, now, {
      phase: 'is',
      content: 'has content',
      newRevision: 'makes new revisions',
      adoption: 'has adoption',
      final: 'has final',
      guidance: 'says',
    }),
    ...principals
      .filter((principal) => rights(oldGrants, principal) !== rights(newGrants, principal))
      .map((principal) => {
        const [was, given] = [rights(oldGrants, principal), rights(newGrants, principal)]
        return `gives ${principalName(configuration, principal)} ${given}, was ${was}`
      }),
  ]
}

const classVerbs = { name: 'is called', attributes: 'has on its sheet', groups: 'has the groups' }
function shownOfClass(configuration: Configuration, key: string, value: unknown): string {
  if (key === 'attributes' && value)
    return (value as string[]).map((id) => attributeName(configuration, id)).join(', ') || 'nothing'
  if (key === 'attributes') return 'every attribute'
  if (key !== 'groups' || !value) return shown(value)
  return (value as SheetGroup[])
    .map(({ name, from }) => `“${name}” from ${attributeName(configuration, from)}`)
    .join(', ')
}
