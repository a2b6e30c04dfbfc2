import { and, eq } from 'drizzle-orm'
import type { Transition } from '../../core/configuration'
import type { OpenRound } from '../../shared/answers'
import type { Tx } from '../database/connection'
import { people, signatures } from '../database/schema'

/** How far the round of a transition is on a document; null where no quorum fires it. Comments are history. */
export function openRound(
  tx: Tx,
  document: string,
  transition: Transition,
  history: boolean,
): OpenRound | null {
  if (transition.trigger !== 'quorum') return null
  const given = tx
    .select({
      ...{ seat: signatures.seat, person: signatures.person, name: signatures.name, on: signatures.on },
      ...{ comment: signatures.comment, since: signatures.since, active: people.active },
    })
    .from(signatures)
    .leftJoin(people, eq(people.id, signatures.person))
    .where(and(eq(signatures.document, document), eq(signatures.transition, transition.id)))
    .orderBy(signatures.position)
    .all()
  const seats = (transition.seats ?? []).map(({ id, name, needed }) => ({
    ...{ id, name, needed },
    signed: given
      .filter(({ seat }) => seat === id)
      .map(({ person, name: signer, on, comment, active }) => ({
        ...{ person, name: signer, on, comment: history ? comment : null },
        active: active !== false,
      })),
  }))
  const needed = seats.reduce((sum, seat) => sum + seat.needed, 0)
  return { signed: given.length, needed, since: given[0]?.since ?? null, seats }
}
