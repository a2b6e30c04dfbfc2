import { and, eq, sql } from 'drizzle-orm'
import { type Db, oncePerConnection } from '../database/connection'
import { placeholders } from '../database/placeholders'
import { intakeDocuments, intakeFiles } from '../database/schema'

const held = (name: string) => sql.placeholder(name)

/** Statements that plan and run an intake, prepared once: each runs for every file or document. */
export const statements = oncePerConnection((db) => ({ ...ofPlans(db), ...ofRuns(db) }))

const ofPlans = (db: Db) => ({
  keepFile: db
    .insert(intakeFiles)
    .values(placeholders(['intake', 'path', 'found', 'status']) as never)
    .onConflictDoUpdate({
      target: [intakeFiles.intake, intakeFiles.path],
      set: { found: sql`excluded.found` },
    })
    .prepare(),
  addDocument: db
    .insert(intakeDocuments)
    .values(placeholders(['intake', 'position', 'number', 'plan', 'status']) as never)
    .prepare(),
  planFile: db
    .update(intakeFiles)
    .set(placeholders(['planned', 'number', 'document', 'conflict', 'status']))
    .where(and(eq(intakeFiles.intake, held('intake')), eq(intakeFiles.path, held('path'))))
    .prepare(),
})

const ofRuns = (db: Db) => ({
  tickDocument: db
    .update(intakeDocuments)
    .set(placeholders(['status', 'document', 'result', 'message']))
    .where(and(eq(intakeDocuments.intake, held('intake')), eq(intakeDocuments.position, held('position'))))
    .prepare(),
  tickFiles: db
    .update(intakeFiles)
    .set(placeholders(['status']))
    .where(
      and(
        eq(intakeFiles.intake, held('intake')),
        eq(intakeFiles.number, held('number')),
        eq(intakeFiles.status, 'ready'),
      ),
    )
    .prepare(),
})
