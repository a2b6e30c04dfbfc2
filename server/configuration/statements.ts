import { desc } from 'drizzle-orm'
import { oncePerConnection } from '../database/connection'
import { configurations } from '../database/schema'

/** Statements that nearly every request needs, prepared once. */
export const statements = oncePerConnection((db) => ({
  newest: db
    .select({ id: configurations.id, at: configurations.at })
    .from(configurations)
    .orderBy(desc(configurations.id))
    .limit(1)
    .prepare(),
}))
