import { and, eq } from 'drizzle-orm'
import { people } from '../../database/schema'
import type { LeftKind } from './left-kind'

/** If the only administrator is away, nobody can let anybody in. */
export const secondAdministrator: LeftKind = {
  find(tx) {
    const all = tx
      .select({ name: people.name })
      .from(people)
      .where(and(eq(people.administrator, true), eq(people.active, true)))
      .all()
    if (all.length !== 1) return []
    return [
      {
        key: 'second-administrator',
        words: `${all[0]!.name} is the only administrator`,
        act: { words: 'Make somebody a second one', to: '/people' },
      },
    ]
  },
}
