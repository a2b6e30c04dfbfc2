import {
  chainTo,
  type Directory,
  type Folder,
  folderGrants,
  type Person,
  type Principal,
  principalsOf,
  stateGrants,
} from '../access'
import {
  type Configuration,
  type Lifecycle,
  principalName,
  type Seat,
  stateName,
  type Transition,
} from '../configuration'
import type { Finding } from './finding'
import { shortestWay } from './graph'

/** Somebody who may act at a place: a person of the directory, or without one whoever is a principal. */
interface Actor {
  id: string
  name: string
  held: Set<Principal>
  may: (right: 'edit' | 'move', lifecycle: Lifecycle, state: string) => boolean
}
interface Place {
  path: string | null
  actors: Actor[]
}

/** Transitions that nobody can fire, quorums that cannot be filled, roles without people, and one pair of hands for everything. */
export function checkPeople(configuration: Configuration, directory?: Directory): Finding[] {
  return configuration.lifecycles.flatMap((lifecycle) => {
    const places = directory ? placesOf(lifecycle, directory) : []
    return [
      ...lifecycle.transitions.flatMap((transition) => [
        ...firing(configuration, lifecycle, transition, places),
        ...quorum(configuration, lifecycle, transition, places),
      ]),
      ...(directory ? rolesUnassigned(configuration, lifecycle, directory, places) : []),
      ...selfApproval(
        configuration,
        lifecycle,
        directory ? places : [{ path: null, actors: principalActors(lifecycle) }],
      ),
    ]
  })
}

function placesOf(lifecycle: Lifecycle, directory: Directory): Place[] {
  const people = directory.people.filter(({ active }) => active !== false)
  const folders = directory.folders as Folder[]
  const asked = directory.folders.filter(({ lifecycles }) => lifecycles?.includes(lifecycle.id))
  const anyNamed = directory.folders.some(({ lifecycles }) => lifecycles)
  return (anyNamed ? asked : directory.folders).map(({ path }) => {
    const chain = chainTo(folders, path)
    return { path, actors: people.map((person) => actorAt(person, chain)) }
  })
}

/** A directory that grants a right nowhere says nothing about it. */
const says = (chain: Folder[], right: string) =>
  chain.some(({ grants }) =>
    Object.values(grants ?? {}).some((listed) => (listed as string[]).includes(right)),
  )

function actorAt(person: Directory['people'][number], chain: Folder[]): Actor {
  const held = principalsOf(
    { groups: person.groups ?? [], id: person.id, name: person.name } satisfies Person,
    chain,
  )
  return {
    id: person.id,
    name: person.name,
    held,
    may: (right, lifecycle, state) => {
      const use = lifecycle.states.find((other) => other.state === state)
      const placed = !says(chain, right) || folderGrants(chain, held, right).granted
      return (
        placed &&
        use !== undefined &&
        ((right === 'move' &&
          !lifecycle.states.some(({ grants }) =>
            Object.values(grants ?? {}).some((listed) => listed.includes('move')),
          )) ||
          stateGrants({ ...use, grants: use.grants ?? {} }, held, right))
      )
    },
  }
}

function principalActors(lifecycle: Lifecycle): Actor[] {
  const principals = new Set([
    ...lifecycle.states.flatMap(({ grants }) => Object.keys(grants ?? {})),
    ...lifecycle.transitions.flatMap(({ firedBy }) => firedBy ?? []),
  ])
  return [...principals].map((principal) => {
    const held = new Set([principal, 'anyone'])
    return {
      id: principal,
      name: principal,
      held,
      may: (right, of, state) =>
        right === 'move' ||
        of.states.some(
          (use) =>
            use.state === state &&
            Object.entries(use.grants ?? {}).some(([to, listed]) => held.has(to) && listed.includes(right)),
        ),
    }
  })
}

const plays = (actor: Actor, members: Principal[] | undefined) =>
  (members ?? []).some((principal) => actor.held.has(principal))
const at = (path: string | null) => (path === null ? '' : ` in ${path}`)

function firing(
  configuration: Configuration,
  lifecycle: Lifecycle,
  transition: Transition,
  places: Place[],
): Finding[] {
  if (transition.trigger !== 'hand') return []
  const where = { lifecycle: lifecycle.id, transition: transition.id }
  if (!transition.firedBy?.length)
    return [
      {
        code: 'nobody-can-fire',
        severity: 'error',
        where,
        message: `nobody may fire ${transition.name}: say who`,
      },
    ]
  return places.flatMap(({ path, actors }): Finding[] => {
    const named = actors.filter((actor) => plays(actor, transition.firedBy))
    if (named.some((actor) => transition.from.some((state) => actor.may('move', lifecycle, state)))) return []
    const who = transition.firedBy!.map((principal) => principalName(configuration, principal)).join(' or ')
    const why = named.length
      ? `none of ${named
          .slice(0, 4)
          .map(({ name }) => name)
          .join(', ')}${named.length > 4 ? ' and others' : ''} has the right to move there`
      : `nobody active is ${who}`
    return [
      {
        code: 'nobody-can-fire',
        severity: 'error',
        where: { ...where, ...(path === null ? {} : { folder: path }) },
        message: `nobody can fire ${transition.name}${at(path)}: ${why}`,
        witness: { folder: path, people: named.map(({ id }) => id) },
      },
    ]
  })
}

function quorum(
  configuration: Configuration,
  lifecycle: Lifecycle,
  transition: Transition,
  places: Place[],
): Finding[] {
  if (transition.trigger !== 'quorum') return []
  const where = { lifecycle: lifecycle.id, transition: transition.id }
  const seats = transition.seats ?? []
  const never =
    seats.length === 0
      ? `${transition.name} asks for a quorum and has no seats`
      : seats
          .filter(({ needed, members }) => needed > 0 && members.length === 0)
          .map(({ name }) => `nobody may take the seat ${name} of ${transition.name}`)[0]
  if (never) return [{ code: 'quorum-unfillable', severity: 'error', where, message: never }]
  const alone = onlyNamedPeople(seats)
  if (alone) return unfilled(transition, where, { path: null, actors: alone })
  return places.flatMap((place) => unfilled(transition, { ...where, folder: place.path! }, place))
}

/** Where every member is a person by name, the seats can be filled or not whatever the directory says. */
function onlyNamedPeople(seats: Seat[]): Actor[] | undefined {
  const members = new Set(seats.flatMap((seat) => seat.members))
  if (![...members].every((member) => member.startsWith('person:'))) return undefined
  return [...members].map((member) => ({
    id: member.slice('person:'.length),
    name: member,
    held: new Set([member]),
    may: () => true,
  }))
}

function unfilled(transition: Transition, where: Finding['where'], { path, actors }: Place): Finding[] {
  const { filled, missing } = fillSeats(transition.seats!, actors)
  if (missing.length === 0) return []
  const wanted = transition.seats!.reduce((sum, { needed }) => sum + needed, 0)
  const lacks = missing.map(({ seat, lacking }) => `${lacking} more for ${seat.name}`).join(', ')
  return [
    {
      code: 'quorum-unfillable',
      severity: 'error',
      where,
      message: `${transition.name} needs ${wanted} different people${at(path)}, and at most ${wanted - missing.reduce((sum, { lacking }) => sum + lacking, 0)} can be found: ${lacks}`,
      witness: {
        folder: path,
        filled: Object.fromEntries(filled),
        missing: Object.fromEntries(missing.map(({ seat, lacking }) => [seat.id, lacking])),
      },
    },
  ]
}

/**
 * Distinct people for all seats at once: a largest matching between chairs and people (augmenting paths), since one person
 * signs once in a round. Counting seat by seat would overlook that two seats share the same few people.
 */
export function fillSeats(
  seats: Seat[],
  actors: Pick<Actor, 'id' | 'held'>[],
): { filled: [string, string[]][]; missing: { seat: Seat; lacking: number }[] } {
  const chairs = seats.flatMap((seat, index) => Array.from({ length: seat.needed }, () => index))
  const candidates = seats.map((seat) =>
    actors.flatMap(({ held }, person) => (seat.members.some((member) => held.has(member)) ? [person] : [])),
  )
  const chairOf = new Map<number, number>()
  const seat = (chair: number, tried: Set<number>): boolean => {
    for (const person of candidates[chairs[chair]!]!) {
      if (tried.has(person)) continue
      tried.add(person)
      const taken = chairOf.get(person)
      if (taken !== undefined && !seat(taken, tried)) continue
      chairOf.set(person, chair)
      return true
    }
    return false
  }
  chairs.forEach((_, chair) => seat(chair, new Set()))
  const seated = seats.map((_, index) =>
    [...chairOf].filter(([, chair]) => chairs[chair] === index).map(([person]) => actors[person]!.id),
  )
  return {
    filled: seats.map(({ id }, index) => [id, seated[index]!]),
    missing: seats.flatMap((of, index) =>
      seated[index]!.length < of.needed ? [{ seat: of, lacking: of.needed - seated[index]!.length }] : [],
    ),
  }
}

function rolesUnassigned(
  configuration: Configuration,
  lifecycle: Lifecycle,
  directory: Directory,
  places: Place[],
): Finding[] {
  const roles = new Set(
    [
      ...lifecycle.transitions.flatMap(({ firedBy = [], seats = [] }) => [
        ...firedBy,
        ...seats.flatMap(({ members }) => members),
      ]),
      ...lifecycle.states.flatMap(({ grants }) => Object.keys(grants ?? {})),
    ].filter((principal) => principal.startsWith('role:')),
  )
  return places.flatMap(({ path, actors }) =>
    [...roles]
      .filter((role) => !actors.some(({ held }) => held.has(role)))
      .map((role): Finding => {
        const named = chainTo(directory.folders as Folder[], path!).some(
          (folder) => folder.roles?.[role.slice('role:'.length)]?.length,
        )
        return {
          code: 'role-unassigned',
          severity: 'warning',
          where: { lifecycle: lifecycle.id, folder: path!, role: role.slice('role:'.length) },
          message: `${named ? 'nobody active plays' : 'no folder says who plays'} ${principalName(configuration, role)} in ${path}, and ${lifecycle.name} speaks of it`,
        }
      }),
  )
}

/** Whether one person can change a content and bring it to an issued state without anybody else. */
function selfApproval(configuration: Configuration, lifecycle: Lifecycle, places: Place[]): Finding[] {
  const issued = new Set(lifecycle.states.filter(({ phase }) => phase === 'issued').map(({ state }) => state))
  for (const { path, actors } of places)
    for (const actor of actors)
      for (const { state, content } of lifecycle.states) {
        if (content !== 'open' || !actor.may('edit', lifecycle, state)) continue
        const way = shortestWay(
          lifecycle,
          state,
          true,
          (transition, from) => (firesAlone(actor, lifecycle, transition, from) ? true : undefined),
          (to) => issued.has(to),
        )
        if (!way) continue
        const who = path === null ? principalName(configuration, actor.id) : actor.name
        return [
          {
            code: 'self-approval',
            severity: 'warning',
            where: { lifecycle: lifecycle.id, ...(path === null ? {} : { folder: path }) },
            message: `${who} can change a document in ${stateName(configuration, state)} and alone bring it to ${stateName(configuration, way.states.at(-1)!)}${at(path)}`,
            witness: { person: actor.id, ...way },
          },
        ]
      }
  return []
}

/** Taking a legacy label over issues nothing new. */
function firesAlone(actor: Actor, lifecycle: Lifecycle, transition: Transition, from: string): boolean {
  if (transition.revision.startsWith('adopt:') || transition.notBy?.includes('lastEditor')) return false
  if (transition.trigger === 'unattended') return true
  if (transition.trigger === 'hand')
    return plays(actor, transition.firedBy) && actor.may('move', lifecycle, from)
  const seats = (transition.seats ?? []).filter(({ needed }) => needed > 0)
  return seats.length === 1 && seats[0]!.needed === 1 && plays(actor, seats[0]!.members)
}
