import { eq } from 'drizzle-orm'
import type { ReferredSnapshot } from '../../core/engine'
import type { Referred } from '../../shared/answers'
import type { Tx } from '../database/connection'
import { copies, documentReferences, documents } from '../database/schema'
import { referred, statements } from './statements'

/** Another document at the end of a reference, with all that rights on it rest on. */
export type StandingReferred = Referred & { owner: string; creator: string }

export const childrenOf = (tx: Tx, id: string): StandingReferred[] => statements(tx).children.all({ id })
export const parentsOf = (tx: Tx, id: string): StandingReferred[] => statements(tx).parents.all({ id })

/** The documents that one is a copy of (`source`), or that are copies of it (`copy`). */
export function copiesOf(tx: Tx, id: string, end: 'source' | 'copy'): StandingReferred[] {
  const [here, there] = end === 'source' ? [copies.copy, copies.source] : [copies.source, copies.copy]
  return tx
    .select(referred)
    .from(copies)
    .innerJoin(documents, eq(documents.id, there))
    .where(eq(here, id))
    .orderBy(documents.number)
    .all()
}

/**
 * Everything a document refers to, itself or through others, and where that stands; what may not be seen has no
 * number.
 */
export function referencesBelow(
  tx: Tx,
  id: string,
  isSeen: (document: StandingReferred) => boolean,
): ReferredSnapshot[] {
  const found = new Map<string, ReferredSnapshot>()
  const take = (document: StandingReferred, direct: boolean): boolean => {
    if (found.has(document.id)) return false
    const { number, state } = document
    found.set(document.id, { number: isSeen(document) ? number : null, state, direct })
    return true
  }
  const open = childrenOf(tx, id)
    .filter((child) => take(child, true))
    .map((child) => child.id)
  for (let next = open.shift(); next; next = open.shift())
    for (const child of childrenOf(tx, next)) if (take(child, false)) open.push(child.id)
  return [...found.values()]
}

/** The numbers of a document's parents, as the core asks for them; those that are not seen are left out. */
export function parentNumbers(tx: Tx, isSeen: (document: StandingReferred) => boolean = () => true) {
  return (number: string) => {
    const row = tx.select({ id: documents.id }).from(documents).where(eq(documents.number, number)).get()
    return row
      ? parentsOf(tx, row.id)
          .filter(isSeen)
          .map((parent) => parent.number)
      : []
  }
}

/** Writes a reference without asking. */
export function relate(tx: Tx, parent: string, child: string): void {
  tx.insert(documentReferences).values({ parent, child }).onConflictDoNothing().run()
}
