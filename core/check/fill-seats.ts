import type { Seat } from '../configuration'
import { matching } from '../support'
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
  const options = chairs.map((index) => candidates[index]!)
  const personOf = matching(options)
  const seated = seats.map((_, index) =>
    [...personOf].filter(([chair]) => chairs[chair] === index).map(([, person]) => actors[person]!.id),
  )
  return {
    filled: seats.map(({ id }, index) => [id, seated[index]!]),
    missing: seats.flatMap((of, index) =>
      seated[index]!.length < of.needed ? [{ seat: of, lacking: of.needed - seated[index]!.length }] : [],
    ),
  }
}
