import { sql } from 'drizzle-orm'
import { oncePerConnection } from '../database/connection'
import { placeholders } from '../database/placeholders'
import { intakeDocuments, intakeFiles } from '../database/schema'

/** Statements that tick off what a run has brought in, prepared once. */
export const statements = oncePerConnection((db) => ({
  tickDocument: db
    .update(intakeDocuments)
    .set(placeholders(['status', 'document', 'result', 'message']))
    .where(
      sql`${intakeDocuments.intake} = ${sql.placeholder('intake')} and ${intakeDocuments.position} = ${sql.placeholder('position')}`,
    )
    .prepare(),
  tickFiles: db
    .update(intakeFiles)
    .set(placeholders(['status']))
    .where(
      sql`${intakeFiles.intake} = ${sql.placeholder('intake')} and ${intakeFiles.number} = ${sql.placeholder('number')} and ${intakeFiles.status} = 'ready'`,
    )
    .prepare(),
}))
