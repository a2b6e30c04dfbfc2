import { eq } from 'drizzle-orm'
import { type Ancestor, ancestorsOf } from '../../core/engine'
import type { Referred } from '../../shared/answers'
import type { Tx } from '../database/connection'
import { documentReferences, documents } from '../database/schema'
import { statements } from './statements'

export const childrenOf = (tx: Tx, id: string): Referred[] => statements(tx).children.all({ id })
export const parentsOf = (tx: Tx, id: string): Referred[] => statements(tx).parents.all({ id })

/** Everything a document refers to, itself or through others, and where that stands. */
export function referencesBelow(tx: Tx, id: string): { number: string; state: string; direct: boolean }[] {
  const direct = childrenOf(tx, id)
  const found = new Map(
    direct.map(({ id: child, number, state }) => [child, { number, state, direct: true }]),
  )
  const open = direct.map((child) => child.id)
  for (let next = open.shift(); next; next = open.shift())
    for (const { id: child, number, state } of childrenOf(tx, next))
      if (!found.has(child)) {
        found.set(child, { number, state, direct: false })
        open.push(child)
      }
  return [...found.values()]
}

/** The documents above one, up to the top. */
export function ancestors(tx: Tx, number: string): Ancestor[] {
  return ancestorsOf(number, parentNumbers(tx))
}

/** The numbers of a document's parents, as the core asks for them. */
export function parentNumbers(tx: Tx) {
  return (number: string) => {
    const row = tx.select({ id: documents.id }).from(documents).where(eq(documents.number, number)).get()
    return row ? parentsOf(tx, row.id).map((parent) => parent.number) : []
  }
}

/** Writes a reference without asking. */
export function relate(tx: Tx, parent: string, child: string): void {
  tx.insert(documentReferences).values({ parent, child }).onConflictDoNothing().run()
}
