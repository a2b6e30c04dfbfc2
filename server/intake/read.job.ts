import { and, eq, sql } from 'drizzle-orm'
import { below, findFile } from '../../archive/find-file'
import { walkArchive } from '../../archive/walk'
import { type FoundFile, readerVersion } from '../../core/intake'
import { atomically, type Db, type Tx } from '../database/connection'
import { intakeFiles } from '../database/schema'
import type { Ending, JobContext, JobKindModule } from '../jobs/job-kind'
import { atOnce, batches, inParallel } from '../jobs/parallel'
import { makePlan } from './plan'
import { intakeRow } from './rows'
import { inShare } from './share'

/** Reads every file of an archive once, then plans. What was read before a stop or a kill is not read again. */
async function readArchive({ db, job, progress }: JobContext): Promise<Ending> {
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
    atomically(db, (tx) => {
      for (const file of found) keep(tx, intake.id, file)
    })
    done += batch.length
    if (!progress(done, paths.length)) return 'stopped'
  }
  await makePlan(db, intake.id)
  return 'done'
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

function keep(tx: Tx, intake: string, found: FoundFile): void {
  tx.insert(intakeFiles)
    .values({ intake, path: found.path, found, status: 'held' })
    .onConflictDoUpdate({ target: [intakeFiles.intake, intakeFiles.path], set: { found } })
    .run()
}

export const readJob: JobKindModule = { name: 'read an archive', run: readArchive }
