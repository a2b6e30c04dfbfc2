import { and, eq, sql } from 'drizzle-orm'
import { below, findFile } from '../../archive/find-file'
import { walkArchive } from '../../archive/walk'
import { readerVersion } from '../../core/intake'
import type { Db } from '../database/connection'
import { intakeFiles } from '../database/schema'
import type { Ending, JobContext, JobKindModule } from '../jobs/job-kind'
import { atOnce, batches, inParallel } from '../jobs/parallel'
import { makePlan } from './plan'
import { intakeRow } from './rows'
import { inShare } from './share'
import { statements } from './statements'

/** Reads every file of an archive once, then plans. What was read before a stop or a kill is not read again. */
async function readArchive(context: JobContext): Promise<Ending> {
  const { db, job, progress, portion } = context
  const intake = intakeRow(db, job.subject)
  const root = await inShare(intake.archive, 'archive')
  const register = intake.register ? await inShare(intake.register, 'register') : undefined
  const known = readAlready(db, intake.id)
  const paths: string[] = []
  for await (const path of walkArchive(root, register)) paths.push(path)
  const left = paths.filter((path) => !known.has(below(root, path)))
  let done = paths.length - left.length
  for (const batch of batches(left, atOnce * 8)) {
    const found = await inParallel(batch, (path) => findFile(root, path))
    portion((tx) => {
      for (const file of found)
        statements(tx).keepFile.run({ intake: intake.id, path: file.path, found: file, status: 'held' })
    })
    done += batch.length
    if (!progress(done, paths.length)) return 'stopped'
  }
  return makePlan(context)
}

/** The files that the readers of today have read; what an older one read is read again. */
function readAlready(db: Db, intake: string): Set<string> {
  const rows = db
    .select({ path: intakeFiles.path })
    .from(intakeFiles)
    .where(and(eq(intakeFiles.intake, intake), sql`json_extract(found, '$.reader') = ${readerVersion}`))
    .all()
  return new Set(rows.map(({ path }) => path))
}

export const readJob: JobKindModule = { lane: 'long', attempts: 1, run: readArchive }
