import type {
  Configuration,
  Effect,
  Lifecycle,
  Notice,
  Phase,
  RevisionStep,
  Seat,
  State,
  StateUse,
  Transition,
} from '../types'
import type { Principal, Right } from '../../access'
import { type RevisionScheme, schemeChangesInWords, seriesInWords } from '../../revision'
import {
  attributeOf,
  catalogueState,
  lifecycleOf,
  principalName,
  schemeOf,
  stateName,
  stateUseOf,
  transitionOf,
} from '../look-up'
import { EditError, idFor, named } from '../naming'
import { addLifecycle, type NewLifecycle, pasteStates, removeLifecycle } from './whole'

/** A named change to a configuration. Applying it is pure, so a draft is the published configuration and its edits in order. */
export type Edit =
  | ({ kind: 'add-lifecycle' } & NewLifecycle)
  | { kind: 'rename-lifecycle'; lifecycle: string; name: string }
  | { kind: 'remove-lifecycle'; lifecycle: string }
  | { kind: 'keep-label'; lifecycle: string; attribute: string | null }
  | { kind: 'paste-states'; lifecycle: string; source: string; states: string[] }
  | { kind: 'describe-state'; state: string; words: string }
  | { kind: 'drop-principal'; lifecycle: string; principal: Principal }
  | { kind: 'drop-right'; lifecycle: string; state: string; right: Right }
  | { kind: 'add-state'; lifecycle: string; name: string; phase: Phase; at?: number }
  | { kind: 'rename-state'; state: string; name: string }
  | { kind: 'change-state'; lifecycle: string; state: string; patch: StatePatch }
  | { kind: 'move-state'; lifecycle: string; state: string; to: number }
  | { kind: 'remove-state'; lifecycle: string; state: string }
  | { kind: 'drop-state'; state: string }
  | { kind: 'set-entry'; lifecycle: string; state: string }
  | { kind: 'set-grant'; lifecycle: string; state: string; principal: Principal; rights: Right[] }
  | { kind: 'add-transition'; lifecycle: string; name: string; from: string; to: string }
  | { kind: 'change-transition'; lifecycle: string; transition: string; patch: TransitionPatch }
  | { kind: 'move-transition'; lifecycle: string; transition: string; to: number }
  | { kind: 'remove-transition'; lifecycle: string; transition: string }
  | { kind: 'replace'; configuration: Configuration; words: string }
  | { kind: 'set-scheme'; scheme: RevisionScheme }
  | { kind: 'remove-scheme'; id: string }
  | { kind: 'use-scheme'; lifecycle: string; id: string; conversion?: Record<string, string> }

/** null takes a setting away. */
export type StatePatch = {
  phase?: Phase
  content?: 'open' | 'closed'
  newRevision?: 'minor' | 'major' | null
  adoption?: boolean
  final?: boolean
  guidance?: string | null
}
export type TransitionPatch = {
  name?: string
  from?: string[]
  to?: string
  trigger?: Transition['trigger']
  revision?: RevisionStep
  firedBy?: Principal[]
  seats?: Seat[] | null
  guard?: string | null
  effects?: Effect[]
  notices?: Notice[] | null
  references?: Transition['references'] | null
  comment?: 'required' | null
  notBy?: ('creator' | 'lastEditor')[]
}

export const editKinds: Edit['kind'][] = [
  'add-lifecycle',
  'rename-lifecycle',
  'remove-lifecycle',
  'keep-label',
  'paste-states',
  'add-state',
  'rename-state',
  'describe-state',
  'change-state',
  'move-state',
  'remove-state',
  'drop-state',
  'set-entry',
  'set-grant',
  'drop-principal',
  'drop-right',
  'add-transition',
  'change-transition',
  'move-transition',
  'remove-transition',
  'replace',
  'set-scheme',
  'remove-scheme',
  'use-scheme',
]

/** The configuration after an edit; the one given is left as it is. @throws EditError or UnknownError with a plain sentence. */
export function applyEdit(configuration: Configuration, edit: Edit): Configuration {
  switch (edit.kind) {
    case 'add-lifecycle':
      return addLifecycle(configuration, edit)
    case 'rename-lifecycle':
      return renameLifecycle(configuration, edit.lifecycle, edit.name)
    case 'remove-lifecycle':
      return removeLifecycle(configuration, edit.lifecycle)
    case 'keep-label':
      return changeLifecycle(configuration, edit.lifecycle, (lifecycle) =>
        patched(lifecycle, {
          revisionAttribute: edit.attribute && labelAttribute(configuration, edit.attribute),
        }),
      )
    case 'paste-states':
      return pasteStates(configuration, edit)
    case 'describe-state':
      return changeCatalogue(configuration, edit.state, (state) =>
        patched(state, { description: edit.words.trim() || null }),
      )
    case 'drop-principal':
      return changeLifecycle(configuration, edit.lifecycle, (lifecycle) => ({
        ...lifecycle,
        states: lifecycle.states.map((use) => ({
          ...use,
          grants: Object.fromEntries(
            Object.entries(use.grants).filter(([principal]) => principal !== edit.principal),
          ),
        })),
      }))
    case 'drop-right':
      return changeUse(configuration, edit, (use) => ({
        ...use,
        grants: Object.fromEntries(
          Object.entries(use.grants).map(([principal, listed]) => [
            principal,
            listed.filter((right) => right !== edit.right),
          ]),
        ),
      }))
    case 'add-state':
      return addState(configuration, edit)
    case 'rename-state':
      return renameState(configuration, edit.state, edit.name)
    case 'change-state':
      return changeUse(configuration, edit, (use) => patched(use, edit.patch))
    case 'set-grant':
      return changeUse(configuration, edit, (use) => ({
        ...use,
        grants: granted(use, edit.principal, edit.rights),
      }))
    case 'move-state':
      return changeLifecycle(configuration, edit.lifecycle, (lifecycle) => ({
        ...lifecycle,
        states: moved(lifecycle.states, stateUseOf(lifecycle, edit.state), edit.to),
      }))
    case 'remove-state':
      return changeLifecycle(configuration, edit.lifecycle, (lifecycle) =>
        withoutState(configuration, lifecycle, edit.state),
      )
    case 'drop-state':
      return dropState(configuration, edit.state)
    case 'set-entry':
      return changeLifecycle(configuration, edit.lifecycle, (lifecycle) => ({
        ...lifecycle,
        entry: stateUseOf(lifecycle, edit.state).state,
      }))
    case 'add-transition':
      return changeLifecycle(configuration, edit.lifecycle, (lifecycle) => addTransition(lifecycle, edit))
    case 'change-transition':
      return changeLifecycle(configuration, edit.lifecycle, (lifecycle) =>
        changeTransition(lifecycle, edit.transition, edit.patch),
      )
    case 'move-transition':
      return changeLifecycle(configuration, edit.lifecycle, (lifecycle) => ({
        ...lifecycle,
        transitions: moved(lifecycle.transitions, transitionOf(lifecycle, edit.transition), edit.to),
      }))
    case 'remove-transition':
      return changeLifecycle(configuration, edit.lifecycle, (lifecycle) => ({
        ...lifecycle,
        transitions: lifecycle.transitions.filter(
          (other) => other !== transitionOf(lifecycle, edit.transition),
        ),
      }))
    case 'replace':
      return edit.configuration
    case 'set-scheme':
      return setScheme(configuration, edit.scheme)
    case 'remove-scheme':
      return removeScheme(configuration, edit.id)
    case 'use-scheme':
      return changeLifecycle(configuration, edit.lifecycle, (before) => ({
        ...before,
        scheme: schemeOf(configuration, edit.id).id,
      }))
  }
}

/** An edit in words, for the list of edits and for undo; `configuration` is the one before it. */
export function describeEdit(configuration: Configuration, edit: Edit): string {
  const state = (id: string) => stateName(configuration, id)
  const transition = (id: string) =>
    'lifecycle' in edit
      ? (lifecycleOf(configuration, edit.lifecycle).transitions.find((other) => other.id === id)?.name ?? id)
      : id
  switch (edit.kind) {
    case 'add-lifecycle':
      return `Add lifecycle ${edit.name}${edit.like ? `, a copy of ${lifecycleOf(configuration, edit.like).name}` : ''}`
    case 'rename-lifecycle':
      return `Rename lifecycle ${lifecycleOf(configuration, edit.lifecycle).name} to ${edit.name}`
    case 'remove-lifecycle':
      return `Remove lifecycle ${lifecycleOf(configuration, edit.lifecycle).name}`
    case 'keep-label':
      return `${lifecycleOf(configuration, edit.lifecycle).name} keeps its label in ${edit.attribute ? attributeOf(configuration, edit.attribute).name : 'no attribute'}`
    case 'paste-states':
      return `Paste ${edit.states.map(state).join(', ')} from ${lifecycleOf(configuration, edit.source).name}`
    case 'describe-state':
      return `${state(edit.state)}: what it means`
    case 'drop-principal':
      return `Take ${principalName(configuration, edit.principal)} off the access rows`
    case 'drop-right':
      return `Nobody may ${edit.right} in ${state(edit.state)}`
    case 'add-state':
      return `Add state ${edit.name}`
    case 'rename-state':
      return `Rename state ${state(edit.state)} to ${edit.name}`
    case 'change-state':
      return `${state(edit.state)}: ${patchInWords(edit.patch)}`
    case 'move-state':
      return `Move ${state(edit.state)} to column ${edit.to + 1}`
    case 'remove-state':
      return `Remove state ${state(edit.state)}`
    case 'drop-state':
      return `Take ${state(edit.state)} out of the catalogue`
    case 'set-entry':
      return `Documents enter in ${state(edit.state)}`
    case 'set-grant':
      return `${principalName(configuration, edit.principal)} in ${state(edit.state)}: ${edit.rights.join(' ') || 'nothing'}`
    case 'add-transition':
      return `Add transition ${edit.name}`
    case 'change-transition':
      return changeInWords(configuration, edit)
    case 'move-transition':
      return `Move ${transition(edit.transition)} to row ${edit.to + 1}`
    case 'remove-transition':
      return `Remove transition ${transition(edit.transition)}`
    case 'replace':
      return edit.words
    case 'set-scheme':
      return schemeInWords(configuration, edit.scheme)
    case 'remove-scheme':
      return `Remove scheme ${schemeOf(configuration, edit.id).name}`
    case 'use-scheme':
      return `${lifecycleOf(configuration, edit.lifecycle).name} now labels by ${schemeOf(configuration, edit.id).name}${edit.conversion ? `, ${Object.keys(edit.conversion).length} labels converted` : ''}`
  }
}

function schemeInWords(configuration: Configuration, scheme: RevisionScheme): string {
  const before = configuration.schemes.find(({ id }) => id === scheme.id)
  if (!before) return `Add scheme ${scheme.name}: ${scheme.series.map(seriesInWords).join('; ')}`
  return `${before.name}: ${schemeChangesInWords(before, scheme).join('; ') || 'nothing changed'}`
}

function changeInWords(
  configuration: Configuration,
  { lifecycle, transition: id, patch }: Extract<Edit, { kind: 'change-transition' }>,
): string {
  const before = transitionOf(lifecycleOf(configuration, lifecycle), id)
  const { revision, name, ...rest } = patch
  const parts = [
    ...(name === undefined ? [] : [`is called ${name}`]),
    ...(revision === undefined ? [] : [`now steps ${revision}, was ${before.revision}`]),
    ...(Object.keys(rest).length ? [patchInWords(rest)] : []),
  ]
  return `${before.name}${parts.length && (name !== undefined || revision !== undefined) ? ' ' : ': '}${parts.join('; ')}`
}

const patchWords: Record<string, string> = {
  newRevision: 'new revision',
  firedBy: 'who fires it',
  revision: 'revision step',
  notBy: 'not by',
  effects: 'what it does',
  notices: 'who is told',
  references: 'what it asks of references',
}

function patchInWords(patch: object): string {
  return Object.entries(patch)
    .map(([key, value]) => {
      const name = patchWords[key] ?? key
      if (value === null) return `no ${name}`
      return typeof value === 'object' || key === 'guard' || key === 'guidance'
        ? `${name} changed`
        : `${name} ${value === true ? 'on' : value === false ? 'off' : value}`
    })
    .join(', ')
}

function changeLifecycle(
  configuration: Configuration,
  id: string,
  change: (lifecycle: Lifecycle) => Lifecycle,
): Configuration {
  const before = lifecycleOf(configuration, id)
  return {
    ...configuration,
    lifecycles: configuration.lifecycles.map((lifecycle) =>
      lifecycle === before ? change(before) : lifecycle,
    ),
  }
}

/** An attribute that can hold any label. */
function labelAttribute(configuration: Configuration, id: string): string {
  const { name, type } = attributeOf(configuration, id)
  if (type !== 'text') throw new EditError(`${name} cannot hold a label: it is no text`)
  return id
}

function changeUse(
  configuration: Configuration,
  { lifecycle: id, state }: { lifecycle: string; state: string },
  change: (use: StateUse) => StateUse,
): Configuration {
  return changeLifecycle(configuration, id, (lifecycle) => {
    const before = stateUseOf(lifecycle, state)
    return { ...lifecycle, states: lifecycle.states.map((use) => (use === before ? change(before) : use)) }
  })
}

/** A state of that name in the catalogue is used; else the catalogue gains one. */
function addState(configuration: Configuration, edit: Extract<Edit, { kind: 'add-state' }>): Configuration {
  const lifecycle = lifecycleOf(configuration, edit.lifecycle)
  const name = named(
    edit.name,
    'state',
    lifecycle.states.map((use) => stateName(configuration, use.state)),
  )
  const known = configuration.states.find((state) => state.name.toLowerCase() === name.toLowerCase())
  const state = known ?? {
    id: idFor(
      name,
      configuration.states.map(({ id }) => id),
    ),
    name,
  }
  const use: StateUse = {
    state: state.id,
    phase: edit.phase,
    content: edit.phase === 'working' ? 'open' : 'closed',
    grants: {},
  }
  const at = edit.at ?? lifecycle.states.length
  const states = [...lifecycle.states.slice(0, at), use, ...lifecycle.states.slice(at)]
  const entry = lifecycle.states.length === 0 ? state.id : lifecycle.entry
  return changeLifecycle(
    { ...configuration, states: known ? configuration.states : [...configuration.states, state] },
    edit.lifecycle,
    (before) => ({ ...before, entry, states }),
  )
}

/** Puts a scheme in place of the one with its id, or adds it. A scheme may be unsound while it is drafted; publishing asks. */
function setScheme(configuration: Configuration, scheme: RevisionScheme): Configuration {
  const before = configuration.schemes.find(({ id }) => id === scheme.id)
  const name = named(
    scheme.name,
    'scheme',
    configuration.schemes.filter((other) => other !== before).map((other) => other.name),
  )
  const after = { ...scheme, name }
  return {
    ...configuration,
    schemes: before
      ? configuration.schemes.map((other) => (other === before ? after : other))
      : [...configuration.schemes, after],
  }
}

function removeScheme(configuration: Configuration, id: string): Configuration {
  const gone = schemeOf(configuration, id)
  const users = configuration.lifecycles.filter(({ scheme }) => scheme === id).map(({ name }) => name)
  if (users.length)
    throw new EditError(
      `${gone.name} labels the documents of ${users.join(', ')}: choose another scheme there first`,
    )
  return { ...configuration, schemes: configuration.schemes.filter((other) => other !== gone) }
}

function changeCatalogue(
  configuration: Configuration,
  id: string,
  change: (state: State) => State,
): Configuration {
  const before = catalogueState(configuration, id)
  return {
    ...configuration,
    states: configuration.states.map((state) => (state === before ? change(state) : state)),
  }
}

function renameState(configuration: Configuration, id: string, to: string): Configuration {
  const name = named(
    to,
    'state',
    configuration.states.filter((state) => state.id !== id).map((state) => state.name),
  )
  return changeCatalogue(configuration, id, (state) => ({ ...state, name }))
}

function renameLifecycle(configuration: Configuration, id: string, to: string): Configuration {
  const name = named(
    to,
    'lifecycle',
    configuration.lifecycles.filter((lifecycle) => lifecycle.id !== id).map((lifecycle) => lifecycle.name),
  )
  return changeLifecycle(configuration, id, (lifecycle) => ({ ...lifecycle, name }))
}

/** Takes a state that no lifecycle uses out of the catalogue. */
function dropState(configuration: Configuration, id: string): Configuration {
  const gone = catalogueState(configuration, id)
  const users = configuration.lifecycles
    .filter((lifecycle) => lifecycle.states.some((use) => use.state === id))
    .map(({ name }) => name)
  if (users.length) throw new EditError(`${gone.name} is used by ${users.join(', ')}: remove it there first`)
  return { ...configuration, states: configuration.states.filter((state) => state !== gone) }
}

/** Transitions that end in the state go with it, and those that start from it alone. */
function withoutState(configuration: Configuration, lifecycle: Lifecycle, state: string): Lifecycle {
  const gone = stateUseOf(lifecycle, state)
  if (lifecycle.entry === state)
    throw new EditError(
      `documents enter in ${stateName(configuration, state)}: choose another entry state first`,
    )
  const transitions = lifecycle.transitions
    .map((transition) => ({ ...transition, from: transition.from.filter((from) => from !== state) }))
    .filter((transition) => transition.to !== state && transition.from.length > 0)
  return { ...lifecycle, states: lifecycle.states.filter((use) => use !== gone), transitions }
}

function addTransition(
  lifecycle: Lifecycle,
  { name, from, to }: { name: string; from: string; to: string },
): Lifecycle {
  const transition: Transition = {
    id: idFor(
      name,
      lifecycle.transitions.map(({ id }) => id),
    ),
    name: named(
      name,
      'transition',
      lifecycle.transitions.map((other) => other.name),
    ),
    from: [stateUseOf(lifecycle, from).state],
    to: stateUseOf(lifecycle, to).state,
    trigger: 'hand',
    firedBy: [],
    revision: 'keep',
    effects: [],
  }
  return { ...lifecycle, transitions: [...lifecycle.transitions, transition] }
}

function changeTransition(lifecycle: Lifecycle, id: string, patch: TransitionPatch): Lifecycle {
  const before = transitionOf(lifecycle, id)
  const checked = { ...patch }
  if (patch.name !== undefined)
    checked.name = named(
      patch.name,
      'transition',
      lifecycle.transitions.filter((other) => other !== before).map((other) => other.name),
    )
  if (patch.from?.length === 0) throw new EditError(`${before.name} needs a state to start from`)
  patch.from?.forEach((state) => stateUseOf(lifecycle, state))
  if (patch.to !== undefined) stateUseOf(lifecycle, patch.to)
  return {
    ...lifecycle,
    transitions: lifecycle.transitions.map((other) => (other === before ? patched(before, checked) : other)),
  }
}

/** A copy with the patch's settings; those that are null are taken away. */
function patched<T extends object>(thing: T, patch: object): T {
  const entries = Object.entries({ ...thing, ...patch }).filter(
    ([, value]) => value !== null && value !== undefined,
  )
  return Object.fromEntries(entries) as T
}

function granted(use: StateUse, principal: Principal, listed: Right[]): Record<Principal, Right[]> {
  const { [principal]: _before, ...others } = use.grants
  return listed.length || principal in use.grants ? { ...use.grants, [principal]: listed } : others
}

function moved<T>(list: T[], item: T, to: number): T[] {
  const rest = list.filter((other) => other !== item)
  const at = Math.max(0, Math.min(to, rest.length))
  return [...rest.slice(0, at), item, ...rest.slice(at)]
}
