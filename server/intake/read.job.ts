import { and, eq, sql } from 'drizzle-orm'
import { below } from '../../archive/find-file'
import { walkArchive } from '../../archive/walk'
import { type FoundFile, readerVersion } from '../../core/intake'
import type { Db } from '../database/connection'
import { intakeFiles } from '../database/schema'
import { findIn } from '../files/files'
import type { Ending, JobContext, JobKindModule } from '../jobs/job-kind'
import { atOnce, batches, inParallel } from '../jobs/parallel'
import { makePlan } from './plan'
import { intakeRow } from './rows'
import { inShare } from './share'
import { statements } from './statements'

/** Reads every file of an archive once, then plans. What was read before a stop or a kill is not read again. */
async function readArchive(context: JobContext): Promise<Ending> {
  const { db, job } = context
  const intake = intakeRow(db, job.subject)
  const root = await inShare(intake.archive, 'archive')
  const register = intake.register ? await inShare(intake.register, 'register') : undefined
  const known = readAlready(db, intake.id)
  const paths: string[] = []
  for await (const path of walkArchive(root, register)) paths.push(path)
  const left = paths.filter((path) => !known.has(below(root, path)))
  const find = (path: string) => findIn(context.doFile, root, path)
  return (await readFiles(context, intake.id, left, paths.length, find)) ?? (await makePlan(context))
}

/** Reads files batch by batch, and keeps what was read. @returns how it ended, where it was stopped */
async function readFiles(
  { portion, progress }: JobContext,
  intake: string,
  left: string[],
  total: number,
  find: (path: string) => Promise<FoundFile>,
): Promise<Ending | undefined> {
  let done = total - left.length
  for (const batch of batches(left, atOnce * 8)) {
    const found = await inParallel(batch, find)
    portion((tx) => {
      for (const file of found)
        statements(tx).keepFile.run({ intake, path: file.path, found: file, status: 'held' })
    })
    done += batch.length
    if (!progress(done, total)) return 'stopped'
  }
  return undefined
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

export const readJob: JobKindModule = { lane: 'long', attempts: 5, givesUp: true, run: readArchive }
