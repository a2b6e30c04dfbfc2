import { atomically } from '../database/connection'
import { relative, sep } from 'node:path'
import { eq } from 'drizzle-orm'
import { intakeFiles } from '../database/schema'
import { findFile, inShare, walkArchive } from '../services/archives'
import { intakeRow, makePlan } from '../services/intakes'
import { atOnce, batches, inParallel } from './parallel'
import type { Ending, TaskContext } from './task'

/** Reads every file of an archive once, then plans. What was read before a stop or a kill is not read again. */
export async function readArchive({ db, job, progress }: TaskContext): Promise<Ending> {
  const intake = intakeRow(db, job.subject)
  const root = await inShare(intake.archive, 'archive')
  const register = intake.register ? await inShare(intake.register, 'register') : undefined
  const known = new Set(
    db
      .select({ path: intakeFiles.path })
      .from(intakeFiles)
      .where(eq(intakeFiles.intake, intake.id))
      .all()
      .map((row) => row.path),
  )
  const paths: string[] = []
  for await (const path of walkArchive(root, register)) paths.push(path)
  const left = paths.filter((path) => !known.has(relative(root, path).split(sep).join('/')))
  let done = paths.length - left.length
  for (const batch of batches(left, atOnce * 8)) {
    const found = await inParallel(batch, (path) => findFile(root, path))
    atomically(db, (tx) => {
      for (const file of found)
        tx.insert(intakeFiles)
          .values({ intake: intake.id, path: file.path, found: file, status: 'held' })
          .onConflictDoNothing()
          .run()
    })
    done += batch.length
    if (!progress(done, paths.length)) return 'stopped'
  }
  await makePlan(db, intake.id)
  return 'done'
}
