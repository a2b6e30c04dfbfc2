import { and, eq, ne } from 'drizzle-orm'
import type { Person } from '../../core/access'
import type { Tx } from '../database/connection'
import { people } from '../database/schema'

export type Account = typeof people.$inferSelect

export function account(db: Tx, id: string): Account | undefined {
  return db.select().from(people).where(eq(people.id, id)).get()
}

/** An account as the engine sees it. */
export function asPerson({ id, name, initials, groups }: Account): Person {
  return { id, name, initials, groups }
}

/** Everybody who is active, as the engine sees them; read when it is first asked for. */
export function everybody(tx: Tx): () => Person[] {
  let known: Person[] | undefined
  return () =>
    (known ??= tx
      .select({ id: people.id, name: people.name, initials: people.initials, groups: people.groups })
      .from(people)
      .where(eq(people.active, true))
      .all())
}

/** Everybody to whom something of somebody’s could be handed on: active, and not the same. */
export const heirsOf = (tx: Tx, owner: string): { id: string; name: string }[] =>
  tx
    .select({ id: people.id, name: people.name })
    .from(people)
    .where(and(eq(people.active, true), ne(people.id, owner)))
    .orderBy(people.name)
    .all()

/** The first few people whose name has the text in it. */
export function findPeople(db: Tx, text: string, limit: number) {
  const folded = text.toLowerCase()
  const everybody = db.select({ id: people.id, name: people.name, groups: people.groups }).from(people).all()
  return everybody.filter(({ name }) => name.toLowerCase().includes(folded)).slice(0, limit)
}
