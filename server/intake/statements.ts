import { and, eq, sql } from 'drizzle-orm'
import { type Db, oncePerConnection } from '../database/connection'
import { forManyRuns } from '../database/many-runs'
import { placeholders } from '../database/placeholders'
import { intakeDocuments, intakeFiles } from '../database/schema'

const held = (name: string) => sql.placeholder(name)

/** Statements that plan and run an intake, prepared once: each runs for every file or document. */
export const statements = oncePerConnection((db) => ({ ...ofPlans(db), ...ofRuns(db) }))

const ofPlans = (db: Db) => ({
  keepFile: forManyRuns(
    db,
    db
      .insert(intakeFiles)
      .values(placeholders(['intake', 'path', 'found', 'status']) as never)
      .onConflictDoUpdate({
        target: [intakeFiles.intake, intakeFiles.path],
        set: { found: sql`excluded.found` },
      }),
  ),
  addDocument: forManyRuns(
    db,
    db
      .insert(intakeDocuments)
      .values(placeholders(['intake', 'position', 'number', 'plan', 'status']) as never),
  ),
  planFile: forManyRuns(
    db,
    db
      .update(intakeFiles)
      .set(placeholders(['planned', 'number', 'document', 'conflict', 'status']))
      .where(and(eq(intakeFiles.intake, held('intake')), eq(intakeFiles.path, held('path')))),
  ),
})

const ofRuns = (db: Db) => ({
  tickDocument: forManyRuns(
    db,
    db
      .update(intakeDocuments)
      .set(placeholders(['status', 'document', 'result', 'message']))
      .where(and(eq(intakeDocuments.intake, held('intake')), eq(intakeDocuments.position, held('position')))),
  ),
  tickFiles: forManyRuns(
    db,
    db
      .update(intakeFiles)
      .set(placeholders(['status']))
      .where(
        and(
          eq(intakeFiles.intake, held('intake')),
          eq(intakeFiles.number, held('number')),
          eq(intakeFiles.status, 'ready'),
        ),
      ),
  ),
})
