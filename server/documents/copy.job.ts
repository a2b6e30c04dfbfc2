import { randomUUID } from 'node:crypto'
import { eq } from 'drizzle-orm'
import { copied, copyNumber, type CopySource } from '../../core/engine'
import { now } from '../clock'
import { today } from '../settings/zone'
import { published } from '../configuration/published'
import type { Tx } from '../database/connection'
import { copies, documents } from '../database/schema'
import { allFolders } from '../directory/folders'
import { type JobContext, JobError, type JobKindModule } from '../jobs/job-kind'
import { carryOut } from './carry-out'
import { contentOf, type DocumentRow, documentRowById, snapshot } from './rows'
import { documentColumns } from './columns'

/** Files a copy of the version that an effect was carried out on, or brings the copy that is there up to it. */
export const copyJob: JobKindModule = {
  lane: 'short',
  attempts: 5,
  run: async ({ job, portion, actor }) => {
    const { effect, version, revision = null, state, record } = job.input ?? {}
    if (effect?.kind !== 'copy' || !version || !state || !record) throw new JobError('the job says no copy')
    return portion((tx) => {
      const from = documentRowById(tx, job.subject)
      const source = { number: from.number, state, revision, record }
      const { folder } = effect
      if (!allFolders(tx).some(({ path }) => path === folder))
        throw new JobError(`there is no folder ${folder} to copy into`)
      const number = copyNumber(from.number, folder)
      const there = copyThere(tx, from, number)
      const row = there ?? newCopy(from, number, folder)
      fileCopy(tx, actor, row, !there, source, contentOf(tx, from.id, version))
      if (!there) tx.insert(copies).values({ copy: row.id, source: from.id, at: now() }).run()
      return { done: `${number}, ${revision ? `revision ${revision}` : `version ${version}`}` }
    })
  },
}

/** The copy that was made earlier. @throws JobError where another document has its number. */
function copyThere(tx: Tx, source: DocumentRow, number: string): DocumentRow | undefined {
  const there = tx.select(documentColumns).from(documents).where(eq(documents.number, number)).get()
  if (!there) return undefined
  const link = tx.select().from(copies).where(eq(copies.copy, there.id)).get()
  if (link?.source !== source.id)
    throw new JobError(`${number} is the number of another document, which is no copy of ${source.number}`)
  if (there.checkedOutBy) throw new Error(`${number} is checked out, and is tried again later`)
  return there
}

/** A copy’s row before its first version: its original’s in everything but history. */
function newCopy(source: DocumentRow, number: string, folder: string): DocumentRow {
  const at = now()
  return {
    ...source,
    ...{ id: randomUUID(), number, folder, record: {}, title: null, revision: null, revisionOrder: null },
    ...{ version: 0, checkedOutBy: null, checkedOutAt: null, intake: null, change: 0 },
    ...{ creator: source.owner, lastEditor: source.owner, createdAt: at, changedAt: at, stateSince: at },
  }
}

function fileCopy(
  tx: Tx,
  actor: JobContext['actor'],
  row: DocumentRow,
  isNew: boolean,
  source: CopySource,
  content: ReturnType<typeof contentOf>,
): void {
  const before = isNew ? { ...row, register: [], checkedOutBy: null } : snapshot(tx, row)
  const commands = copied(before, source, today(tx), actor.name)
  carryOut(tx, actor, published(tx).configuration, row, commands, {
    ...{ code: 'copy', action: isNew ? 'copied here' : 'copied here again', content, isNew },
    why: `from ${source.number}`,
  })
}
