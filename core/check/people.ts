import { chainTo, type Directory, type Folder, idOf, principal, type Principal, type Right } from '../access'
import { type Lifecycle, principalName, stateName, type Transition, triggerKind } from '../configuration'
import { isAdopting } from '../revision'
import { type Actor, type Place, principalActors } from './actors'
import { finding, type Finding } from './finding'
import { shortestWay, type Trace } from './graph'
import { rightsToFire } from '../engine'
import { inFolder, mayAct, quorum } from './quorum'
import { isAlive, type Scope } from './scope'

/**
 * Transitions that nobody can fire, quorums that cannot be filled, roles without people, and one pair of
 * hands for everything.
 */
export function checkPeople(scope: Scope): Finding[] {
  const { lifecycle, directory } = scope
  return [
    ...lifecycle.transitions.flatMap((transition) => [
      ...firing(scope, transition),
      ...quorum(scope, transition),
    ]),
    ...(directory ? rolesUnassigned(scope, directory) : []),
    ...selfApproval(scope),
  ]
}

const plays = (actor: Actor, members: Principal[] | undefined) =>
  (members ?? []).some((principal) => actor.held.has(principal))

function firing(scope: Scope, transition: Transition): Finding[] {
  const { configuration, lifecycle } = scope
  const kind = triggerKind(transition.trigger)
  if (!kind.byPeople) return []
  const where = { lifecycle: lifecycle.id, transition: transition.id }
  const { name, trigger } = transition
  if (trigger === 'hand' && kind.named(transition).length === 0)
    return [finding('nobody-can-fire', where, `nobody may fire ${name}: say who`)]
  const ungranted = rightsToFire(transition).find((right) => isGrantedNowhere(lifecycle, transition, right))
  if (ungranted) {
    const states = transition.from.map((state) => stateName(configuration, state)).join(', ')
    const message = `nobody can fire ${name}: nobody is granted the right to ${ungranted} in ${states || 'any state'}`
    return [finding('nobody-can-fire', where, message)]
  }
  return trigger === 'hand' ? scope.places.flatMap((place) => firingIn(scope, transition, place)) : []
}

/** Whether no state that a transition starts from grants a right to anybody. */
const isGrantedNowhere = ({ states }: Lifecycle, { from }: Transition, right: Right): boolean =>
  !states.some(
    ({ state, grants }) =>
      from.includes(state) && Object.values(grants ?? {}).some((listed) => listed.includes(right)),
  )

function firingIn({ configuration, lifecycle }: Scope, transition: Transition, place: Place): Finding[] {
  const { name, firedBy = [], from } = transition
  const { path, actors } = place
  const named = actors.filter((actor) => plays(actor, firedBy))
  if (named.some((actor) => from.some((state) => mayAct(actor, lifecycle, transition, state)))) return []
  const who = firedBy.map((one) => principalName(configuration, one)).join(' or ')
  const all = rightsToFire(transition)
  const has = (right: Right) =>
    named.some((actor) => from.some((state) => actor.may(right, lifecycle, state)))
  const lacking = all.filter((right) => !has(right))
  const rights = (lacking.length ? lacking : all).join(' and to ')
  const why = named.length
    ? `none of ${some(named)} has the right to ${rights} there`
    : `nobody active is ${who}`
  const where = {
    lifecycle: lifecycle.id,
    transition: transition.id,
    ...(path === null ? {} : { folder: path }),
  }
  return [
    finding('nobody-can-fire', where, `nobody can fire ${name}${inFolder(path)}: ${why}`, {
      witness: { folder: path, people: once(named).map(({ id }) => id) },
    }),
  ]
}

/** A person stands among the actors once for each relation to a document. */
const once = (actors: Actor[]): Actor[] => [...new Map(actors.map((actor) => [actor.id, actor])).values()]
const namesIn = (actors: Actor[]): string[] => once(actors).map(({ name }) => name)

const some = (actors: Actor[]) =>
  `${namesIn(actors).slice(0, 4).join(', ')}${namesIn(actors).length > 4 ? ' and others' : ''}`

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

function rolesUnassigned({ configuration, lifecycle, places }: Scope, directory: Directory): Finding[] {
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
function selfApproval(scope: Scope): Finding[] {
  const { lifecycle, directory } = scope
  const places = directory ? scope.places : [{ path: null, actors: principalActors(lifecycle) }]
  for (const { path, actors } of places)
    for (const actor of actors)
      for (const { state, content } of lifecycle.states) {
        if (content !== 'open' || !actor.may('edit', lifecycle, state)) continue
        const way = wayAlone(scope, actor, state)
        if (way) return [selfApprovalFinding(scope, path, actor, way)]
      }
  return []
}

/** The shortest way to an issued state on which one person fires all by themselves. */
const wayAlone = (scope: Scope, actor: Actor, state: string): Trace | undefined =>
  shortestWay(
    scope.lifecycle,
    state,
    true,
    (transition, from) =>
      firesAlone(actor, scope.lifecycle, transition, from) && isAlive(scope, transition, from)
        ? true
        : undefined,
    (to) => scope.lifecycle.states.some((use) => use.state === to && use.phase === 'issued'),
  )

function selfApprovalFinding(
  { configuration, lifecycle: { id } }: Scope,
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
  if (isAdopting(transition.revision)) return false
  if (transition.trigger === 'unattended') return true
  if (transition.notBy?.includes('lastEditor') || !actor.may('move', lifecycle, from)) return false
  if (transition.notBy?.includes('creator') && actor.relation.creator) return false
  if (transition.trigger === 'hand') return plays(actor, transition.firedBy)
  const seats = (transition.seats ?? []).filter(({ needed }) => needed > 0)
  return seats.length === 1 && seats[0]!.needed === 1 && plays(actor, seats[0]!.members)
}
