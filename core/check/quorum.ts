import { idOf, stranger } from '../access'
import type { Lifecycle, Seat, Transition } from '../configuration'
import { rightsToFire } from '../engine'
import type { Actor } from './actors'
import { fillSeats } from './fill-seats'
import { finding, type Finding, type Where } from './finding'
import type { Scope } from './scope'

/** “ in /Grips”, after a sentence. */
export const inFolder = (path: string | null) => (path === null ? '' : ` in ${path}`)

/** Whether somebody has all the rights that firing a transition from a state takes. */
export const mayAct = (actor: Actor, lifecycle: Lifecycle, transition: Transition, state: string): boolean =>
  rightsToFire(transition).every((right) => actor.may(right, lifecycle, state))

/** Quorums that no people of some folder can complete. */
export function quorum(scope: Scope, transition: Transition): Finding[] {
  if (transition.trigger !== 'quorum') return []
  const where = { lifecycle: scope.lifecycle.id, transition: transition.id }
  const seats = transition.seats ?? []
  const never = seatsNever(transition.name, seats)
  if (never) return [finding('quorum-unfillable', where, never)]
  if (!scope.directory) {
    const alone = onlyNamedPeople(seats)
    return alone ? unfilled(transition, where, null, alone) : []
  }
  return scope.places.flatMap(({ path, actors }) => {
    const fromEach = transition.from.flatMap((state) => {
      const able = actors.filter((actor) => mayAct(actor, scope.lifecycle, transition, state))
      return standings(able, seats).map((those) =>
        unfilled(transition, { ...where, folder: path! }, path, those),
      )
    })
    return fromEach.some((found) => found.length === 0) ? [] : (fromEach[0] ?? [])
  })
}

/**
 * Everybody once, for each way in which a document can have an owner and a creator among them: one of each, or somebody
 * who could not sign. People who are alike in all that counts here are tried once.
 */
function standings(actors: Actor[], seats: Seat[]): Actor[][] {
  if (actors.every(({ relation }) => !relation.owner && !relation.creator)) return [actors]
  const byPerson = new Map<string, Actor[]>()
  for (const actor of actors) byPerson.set(actor.id, [...(byPerson.get(actor.id) ?? []), actor])
  const members = seats.map((seat) => seat.members)
  const seated = ({ relation, held }: Actor) => [
    relation,
    members.map((list) => list.some((one) => held.has(one))),
  ]
  const kinds = new Map<string, string>()
  for (const [id, own] of byPerson) {
    const kind = JSON.stringify(own.map(seated))
    // Two of a kind: one may be the owner and the other the creator.
    for (const key of [kind, `${kind} again`])
      if (!kinds.has(key)) {
        kinds.set(key, id)
        break
      }
  }
  const chosen = [undefined, ...kinds.values()]
  return chosen.flatMap((owner) =>
    chosen.map((creator) =>
      actors.filter(
        ({ id, relation }) => relation.owner === (id === owner) && relation.creator === (id === creator),
      ),
    ),
  )
}

/** Why nobody ever completes a quorum, whoever there is. */
function seatsNever(name: string, seats: Seat[]): string | undefined {
  if (seats.length === 0) return `${name} asks for a quorum and has no seats`
  if (!seats.some(({ needed }) => needed > 0))
    return `${name} asks for a quorum, and no seat of it needs anybody`
  const empty = seats.find(({ needed, members }) => needed > 0 && members.length === 0)
  return empty && `nobody may take the seat ${empty.name} of ${name}`
}

/** Without a directory: where every member is a person by name, the seats can be filled or not, whoever they are. */
function onlyNamedPeople(seats: Seat[]): Actor[] | undefined {
  const members = new Set(seats.flatMap((seat) => seat.members))
  const people = [...members].map((member) => idOf('person', member))
  if (people.includes(undefined)) return undefined
  return [...members].map((member) => ({
    id: idOf('person', member)!,
    name: member,
    relation: stranger,
    held: new Set([member]),
    may: () => true,
  }))
}

function unfilled(transition: Transition, where: Where, path: string | null, actors: Actor[]): Finding[] {
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
