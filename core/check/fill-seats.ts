import type { Seat } from '../configuration'
import type { Actor } from './actors'

/**
 * Distinct people for all seats at once: a largest matching between chairs and people (augmenting paths),
 * since one person
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
