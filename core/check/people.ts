import { chainTo, type Directory, type Folder, idOf, principal, type Principal } from '../access'
import { isAdopting } from '../revision'
import {
  type Configuration,
  type Lifecycle,
  principalName,
  type Seat,
  stateName,
  type Transition,
} from '../configuration'
import { type Actor, type Place, placesOf, principalActors } from './actors'
import { fillSeats } from './fill-seats'
import { finding, type Finding, type Where } from './finding'
import { shortestWay, type Trace } from './graph'

/**
 * Transitions that nobody can fire, quorums that cannot be filled, roles without people, and one pair of
 * hands for everything.
 */
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

const plays = (actor: Actor, members: Principal[] | undefined) =>
  (members ?? []).some((principal) => actor.held.has(principal))
const inFolder = (path: string | null) => (path === null ? '' : ` in ${path}`)

function firing(
  configuration: Configuration,
  lifecycle: Lifecycle,
  transition: Transition,
  places: Place[],
): Finding[] {
  if (transition.trigger !== 'hand') return []
  const where = { lifecycle: lifecycle.id, transition: transition.id }
  const { name, firedBy = [], from } = transition
  if (firedBy.length === 0) return [finding('nobody-can-fire', where, `nobody may fire ${name}: say who`)]
  return places.flatMap(({ path, actors }): Finding[] => {
    const named = actors.filter((actor) => plays(actor, firedBy))
    if (named.some((actor) => from.some((state) => actor.may('move', lifecycle, state)))) return []
    const who = firedBy.map((one) => principalName(configuration, one)).join(' or ')
    const why = named.length
      ? `none of ${some(named)} has the right to move there`
      : `nobody active is ${who}`
    const message = `nobody can fire ${name}${inFolder(path)}: ${why}`
    return [
      finding('nobody-can-fire', { ...where, ...(path === null ? {} : { folder: path }) }, message, {
        witness: { folder: path, people: named.map(({ id }) => id) },
      }),
    ]
  })
}

const some = (actors: Actor[]) =>
  `${actors
    .slice(0, 4)
    .map(({ name }) => name)
    .join(', ')}${actors.length > 4 ? ' and others' : ''}`

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
  if (never) return [finding('quorum-unfillable', where, never)]
  const alone = onlyNamedPeople(seats)
  if (alone) return unfilled(transition, where, { path: null, actors: alone })
  return places.flatMap((place) => unfilled(transition, { ...where, folder: place.path! }, place))
}

/** Where every member is a person by name, the seats can be filled or not whatever the directory says. */
function onlyNamedPeople(seats: Seat[]): Actor[] | undefined {
  const members = new Set(seats.flatMap((seat) => seat.members))
  const people = [...members].map((member) => idOf('person', member))
  if (people.includes(undefined)) return undefined
  return [...members].map((member) => ({
    id: idOf('person', member)!,
    name: member,
    held: new Set([member]),
    may: () => true,
  }))
}

function unfilled(transition: Transition, where: Where, { path, actors }: Place): Finding[] {
  const { filled, missing } = fillSeats(transition.seats!, actors)
  if (missing.length === 0) return []
  const wanted = transition.seats!.reduce((sum, { needed }) => sum + needed, 0)
  const found = wanted - missing.reduce((sum, { lacking }) => sum + lacking, 0)
  const lacks = missing.map(({ seat, lacking }) => `${lacking} more for ${seat.name}`).join(', ')
  const message = `${transition.name} needs ${wanted} different people${inFolder(path)}, and at most ${found} can be found: ${lacks}`
  return [
    finding('quorum-unfillable', where, message, {
      witness: {
        folder: path,
        filled: Object.fromEntries(filled),
        missing: Object.fromEntries(missing.map(({ seat, lacking }) => [seat.id, lacking])),
      },
    }),
  ]
}

/** The roles that a lifecycle speaks of. */
function rolesIn({ transitions, states }: Lifecycle): Set<string> {
  const named = [
    ...transitions.flatMap(({ firedBy = [], seats = [] }) => [
      ...firedBy,
      ...seats.flatMap(({ members }) => members),
    ]),
    ...states.flatMap(({ grants }) => Object.keys(grants ?? {})),
  ]
  return new Set(named.flatMap((one) => idOf('role', one) ?? []))
}

function rolesUnassigned(
  configuration: Configuration,
  lifecycle: Lifecycle,
  directory: Directory,
  places: Place[],
): Finding[] {
  return places.flatMap(({ path, actors }) =>
    [...rolesIn(lifecycle)]
      .filter((role) => !actors.some(({ held }) => held.has(principal('role', role))))
      .map((role) => {
        const chain = chainTo(directory.folders as Folder[], path!)
        const isNamed = chain.some((folder) => folder.roles?.[role]?.length)
        const who = principalName(configuration, principal('role', role))
        const message = `${isNamed ? 'nobody active plays' : 'no folder says who plays'} ${who} in ${path}, and ${lifecycle.name} speaks of it`
        return finding('role-unassigned', { lifecycle: lifecycle.id, folder: path!, role }, message)
      }),
  )
}

/**
 * Whether one person can change a content and bring it to an issued state without anybody else; the first
 * such person.
 */
function selfApproval(configuration: Configuration, lifecycle: Lifecycle, places: Place[]): Finding[] {
  for (const { path, actors } of places)
    for (const actor of actors)
      for (const { state, content } of lifecycle.states) {
        if (content !== 'open' || !actor.may('edit', lifecycle, state)) continue
        const way = wayAlone(lifecycle, actor, state)
        if (way) return [selfApprovalFinding(configuration, lifecycle, path, actor, way)]
      }
  return []
}

/** The shortest way to an issued state on which one person fires all by themselves. */
const wayAlone = (lifecycle: Lifecycle, actor: Actor, state: string): Trace | undefined =>
  shortestWay(
    lifecycle,
    state,
    true,
    (transition, from) => (firesAlone(actor, lifecycle, transition, from) ? true : undefined),
    (to) => lifecycle.states.some((use) => use.state === to && use.phase === 'issued'),
  )

function selfApprovalFinding(
  configuration: Configuration,
  { id }: Lifecycle,
  path: string | null,
  actor: Actor,
  way: Trace,
): Finding {
  const who = path === null ? principalName(configuration, actor.id) : actor.name
  const [from, to] = [way.states[0]!, way.states.at(-1)!].map((state) => stateName(configuration, state))
  const message = `${who} can change a document in ${from} and alone bring it to ${to}${inFolder(path)}`
  const where = { lifecycle: id, ...(path === null ? {} : { folder: path }) }
  return finding('self-approval', where, message, { witness: { person: actor.id, ...way } })
}

/** Taking a legacy label over issues nothing new. */
function firesAlone(actor: Actor, lifecycle: Lifecycle, transition: Transition, from: string): boolean {
  if (isAdopting(transition.revision) || transition.notBy?.includes('lastEditor')) return false
  if (transition.trigger === 'unattended') return true
  if (transition.trigger === 'hand')
    return plays(actor, transition.firedBy) && actor.may('move', lifecycle, from)
  const seats = (transition.seats ?? []).filter(({ needed }) => needed > 0)
  return seats.length === 1 && seats[0]!.needed === 1 && plays(actor, seats[0]!.members)
}
