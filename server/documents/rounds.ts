import { and, eq } from 'drizzle-orm'
import { lifecycleOf, type Transition } from '../../core/configuration'
import { type DocumentSnapshot, isMember, othersWhoCould, signaturesFor } from '../../core/engine'
import type { OpenRound } from '../../shared/answers'
import type { Tx } from '../database/connection'
import { published } from '../configuration/published'
import { people, signatures } from '../database/schema'
import { allFolders } from '../directory/folders'
import { everybody } from '../directory/people'

/** How far the round of a transition is on a document; null where no quorum fires it. Comments are history. */
export function openRound(
  tx: Tx,
  document: DocumentSnapshot,
  id: string,
  transition: Transition,
  history: boolean,
): OpenRound | null {
  if (transition.trigger !== 'quorum') return null
  const others = couldSign(tx, document, transition)
  const given = tx
    .select({
      ...{ seat: signatures.seat, person: signatures.person, name: signatures.name, on: signatures.on },
      ...{ comment: signatures.comment, since: signatures.since, active: people.active },
    })
    .from(signatures)
    .leftJoin(people, eq(people.id, signatures.person))
    .where(and(eq(signatures.document, id), eq(signatures.transition, transition.id)))
    .orderBy(signatures.position)
    .all()
  const seats = (transition.seats ?? []).map(({ id: seat, name, needed, members }) => ({
    ...{ id: seat, name, needed },
    signed: given
      .filter((signature) => signature.seat === seat)
      .map(({ person, name: signer, on, comment, active }) => ({
        ...{ person, name: signer, on, comment: history ? comment : null },
        active: active !== false,
      })),
    could: others.filter((other) => isMember(other, { members })).map(({ person }) => person.name),
  }))
  const needed = seats.reduce((sum, seat) => sum + seat.needed, 0)
  return { signed: given.length, needed, since: given[0]?.since ?? null, seats }
}

/** Those who could sign a transition of a document now and have not. */
export function couldSign(tx: Tx, document: DocumentSnapshot, transition: Transition) {
  const lifecycle = lifecycleOf(published(tx).configuration, document.lifecycle)
  const about = { folders: allFolders(tx), document, lifecycle, transition }
  return othersWhoCould(about, signaturesFor(document, transition), everybody(tx)())
}
