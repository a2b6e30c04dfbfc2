import { type Trigger, triggerKind } from './triggers'
import { schemeChangesInWords, seriesInWords } from '../revision'
import { principalName, stateName } from './look-up'
import { effectInWords, referencesInWords, seatsInWords, toldInWords } from './words'
import type { Configuration, Lifecycle, StateUse, Transition } from './types'

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
      fieldsInWords(a, b, { name: 'is called' }),
    ),
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

const shown = (value: unknown): string =>
  value === undefined || value === null || value === ''
    ? 'nothing'
    : value === true
      ? 'on'
      : value === false
        ? 'off'
        : typeof value === 'object'
          ? JSON.stringify(value)
          : String(value)

/** “now steps major, was minor”, for every field that differs. `verbs` names fields in words. */
function fieldsInWords<T extends object>(
  before: T,
  after: T,
  verbs: Record<string, string>,
  show: (key: string, value: unknown) => string = (_, value) => shown(value),
): string[] {
  const keys = new Set([...Object.keys(before), ...Object.keys(after)]) as Set<keyof T & string>
  return [...keys]
    .filter((key) => canonical(before[key]) !== canonical(after[key]))
    .map((key) => `${verbs[key] ?? `${key}:`} ${show(key, after[key])}, was ${show(key, before[key])}`)
}

/** The same text for what means the same: fields in any order, empty ones left out. */
function canonical(value: unknown): string {
  return (
    JSON.stringify(value, (_, inner: unknown) =>
      inner && typeof inner === 'object' && !Array.isArray(inner)
        ? Object.fromEntries(
            Object.entries(inner)
              .filter(([, of]) => of !== undefined)
              .sort(([a], [b]) => (a < b ? -1 : 1)),
          )
        : inner,
    ) ?? ''
  )
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
  const schemeName = ({ schemes }: Configuration, id: string) =>
    schemes.find((scheme) => scheme.id === id)?.name ?? id
  const states = matched(a.states, b.states, ({ state }) => state)
  const transitions = matched(a.transitions, b.transitions, ({ id }) => id)
  return [
    ...(a.name === b.name ? [] : [say(`is called ${b.name}, was ${a.name}`)]),
    ...(a.scheme === b.scheme
      ? []
      : [say(`labels by ${schemeName(after, b.scheme)}, was ${schemeName(before, a.scheme)}`)]),
    ...(a.entry === b.entry
      ? []
      : [say(`documents enter in ${stateName(after, b.entry)}, was ${stateName(before, a.entry)}`)]),
    ...(a.revisionAttribute === b.revisionAttribute
      ? []
      : [say(`keeps the label in ${shown(b.revisionAttribute)}, was ${shown(a.revisionAttribute)}`)]),
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
    ...transitions.added.map((transition) =>
      say(
        `${transition.name} is new, from ${transition.from.map((state) => stateName(after, state)).join(', ')} to ${stateName(after, transition.to)}`,
        { transition: transition.id },
      ),
    ),
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
      .map(
        (principal) =>
          `gives ${principalName(configuration, principal)} ${rights(newGrants, principal)}, was ${rights(oldGrants, principal)}`,
      ),
  ]
}

/** How the parts of a transition that are no plain values are said. */
const inWords: Record<string, (configuration: Configuration, value: never) => string> = {
  firedBy: (configuration, principals: string[]) =>
    principals.map((principal) => principalName(configuration, principal)).join(', '),
  seats: seatsInWords,
  references: referencesInWords,
  effects: (configuration, effects: Transition['effects']) =>
    effects.map((effect) => effectInWords(configuration, effect)).join(', ') || 'nothing',
  notices: (configuration, notices: NonNullable<Transition['notices']>) =>
    notices
      .map(
        (notice) =>
          `${toldInWords(configuration, [notice]) || 'nobody'} “${notice.subject}${notice.body ? `: ${notice.body}` : ''}”`,
      )
      .join(', '),
  notBy: (_, whom: string[]) =>
    whom.map((one) => (one === 'creator' ? 'who created it' : 'who edited it last')).join(', '),
  trigger: (_, trigger: Trigger) => triggerKind(trigger).name,
}

function insideTransition(configuration: Configuration, old: Transition, now: Transition): string[] {
  const verbs = {
    name: 'is called',
    from: 'starts from',
    to: 'leads to',
    trigger: 'is fired',
    guard: 'asks',
    firedBy: 'is fired by',
    revision: 'steps',
    comment: 'has comment',
    effects: 'does',
    seats: 'has the seats',
    notBy: 'is not for',
    notices: 'tells',
    references: 'asks references to stand in',
  }
  return fieldsInWords(old, now, verbs, (key, value) => {
    if (key === 'from' || key === 'to')
      return [value]
        .flat()
        .map((state) => stateName(configuration, String(state)))
        .join(', ')
    return inWords[key] && value !== undefined
      ? inWords[key](configuration, value as never) || 'nobody'
      : shown(value)
  })
}
