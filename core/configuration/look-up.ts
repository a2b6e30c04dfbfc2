import { type PrincipalKind, readPrincipal } from '../access'
import type { Configuration, DocumentClass, Lifecycle, Named, State, StateUse, Transition } from './types'
import type { Attribute } from '../attribute'
import type { RevisionScheme } from '../revision'

/** Something asked for by id that the configuration does not have. */
export class UnknownError extends Error {
  constructor(kind: string, id: string) {
    super(`there is no ${kind} “${id}” in this configuration`)
    this.name = 'UnknownError'
  }
}

export function found<T>(kind: string, id: string, thing: T | undefined): T {
  if (thing === undefined) throw new UnknownError(kind, id)
  return thing
}

const byId = <T extends { id: string }>(kind: string, list: T[], id: string): T =>
  found(
    kind,
    id,
    list.find((thing) => thing.id === id),
  )

export const lifecycleOf = (configuration: Configuration, id: string): Lifecycle =>
  byId('lifecycle', configuration.lifecycles, id)
export const schemeOf = (configuration: Configuration, id: string): RevisionScheme =>
  byId('revision scheme', configuration.schemes, id)
/** The revision scheme that a lifecycle's documents are labelled by. */
export const schemeFor = (configuration: Configuration, { scheme }: Lifecycle): RevisionScheme =>
  schemeOf(configuration, scheme)
/** As `schemeFor`, but undefined where the configuration has none. */
export const schemeIn = (configuration: Configuration, { scheme }: Lifecycle): RevisionScheme | undefined =>
  configuration.schemes.find(({ id }) => id === scheme)
export const attributeOf = (configuration: Configuration, id: string): Attribute =>
  byId('attribute', configuration.attributes, id)
/**
 * The attributes that a document's files are bound to: those of its class; the one that holds the revision is written
 * by the vault alone.
 */
export function boundIn(
  configuration: Configuration,
  { lifecycle, classId }: { lifecycle: string; classId: string },
): Attribute[] {
  const { revisionAttribute } = lifecycleOf(configuration, lifecycle)
  const own = configuration.classes.find(({ id }) => id === classId)?.attributes
  return configuration.attributes
    .filter(({ id }) => !own || own.includes(id))
    .map((attribute) => (attribute.id === revisionAttribute ? { ...attribute, systemOnly: true } : attribute))
}
export const classOf = (configuration: Configuration, id: string): DocumentClass =>
  byId('class', configuration.classes, id)
export const catalogueState = (configuration: Configuration, id: string): State =>
  byId('state', configuration.states, id)
export const transitionOf = (lifecycle: Lifecycle, id: string): Transition =>
  byId('transition', lifecycle.transitions, id)
export const stateUseOf = (lifecycle: Lifecycle, id: string): StateUse =>
  found(
    `state of ${lifecycle.name}`,
    id,
    lifecycle.states.find((use) => use.state === id),
  )

/** A state as templates name it. */
export function namedState(configuration: Configuration, id: string): Required<State> {
  const { name, description = '' } = catalogueState(configuration, id)
  return { id, name, description }
}

/** A state's name for people. */
export const stateName = (configuration: Configuration, id: string): string =>
  configuration.states.find((state) => state.id === id)?.name ?? id

/** An attribute's name for people. */
export const attributeName = (configuration: Configuration, id: string): string =>
  configuration.attributes.find((attribute) => attribute.id === id)?.name ?? id

/** A principal's name for people: “Checker”, “Release Board”, “anyone”. */
export function principalName({ roles, groups }: Configuration, principal: string): string {
  const read = readPrincipal(principal)
  const named: Partial<Record<PrincipalKind, Named[]>> = { role: roles, group: groups }
  if (read?.kind === 'owner' || read?.kind === 'creator') return `the ${read.kind}`
  return (read && named[read.kind]?.find(({ id }) => id === read.id)?.name) ?? principal
}
