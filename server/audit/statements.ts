import { desc } from 'drizzle-orm'
import { oncePerConnection } from '../database/connection'
import { forManyRuns } from '../database/many-runs'
import { allOf } from '../database/placeholders'
import { audit } from '../database/schema'

/** Statements of the trail, prepared once. */
export const statements = oncePerConnection((db) => ({
  lastEntry: db
    .select({ id: audit.id, hash: audit.hash })
    .from(audit)
    .orderBy(desc(audit.id))
    .limit(1)
    .prepare(),
  addEntry: forManyRuns(db, db.insert(audit).values(allOf(audit))),
}))
