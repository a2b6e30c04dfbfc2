import { and, asc, eq, gt } from 'drizzle-orm'
import type { FileWork, JobLine, JobOutcome } from '../../shared/answers'
import { record } from '../audit/trail'
import { published } from '../configuration/published'
import { atomically, type Db } from '../database/connection'
import { documents, jobLines } from '../database/schema'
import { allFolders } from '../directory/folders'
import type { Account } from '../directory/people'
import { documentColumns } from '../documents/columns'
import { seenBy } from '../documents/rights'
import { intakeRow } from '../intake/rows'
import { Refusal } from '../refusal'
import { enqueue } from './queue'

/** Queues the work on the files of a set. @throws Refusal where it names no set, or something that is not there. */
export function queueFileWork(db: Db, account: Account, work: FileWork): string {
  return atomically(db, (tx) => {
    const name = nameOf(tx, work)
    if (work.task === 'script' && !published(tx).configuration.scripts?.some(({ id }) => id === work.script))
      throw new Refusal('invalid', `there is no script “${work.script ?? ''}” in the configuration: name one`)
    const asked = { kind: 'files', subject: 'files', subjectName: name, personId: account.id } as const
    const { id } = enqueue(tx, { ...asked, input: { files: work }, priority: 1 })
    record(tx, account, {
      ...{ code: 'queue-job', action: 'work on files', subject: { kind: 'vault', id: 'files', name } },
      after: work,
    })
    return id
  })
}

/** A set in words. @throws Refusal where it is none. */
function nameOf(db: Db, { folder, intake, numbers }: FileWork): string {
  if (folder === undefined && intake === undefined && !numbers?.length)
    throw new Refusal('invalid', 'say whose files: those of a folder, of an intake, or numbers')
  if (folder !== undefined && !allFolders(db).some(({ path }) => path === folder))
    throw new Refusal('not-found', `there is no folder ${folder}`)
  const parts = [
    ...(numbers ? [numbers.length === 1 ? numbers[0]! : `${numbers.length} documents`] : []),
    ...(intake === undefined ? [] : [intakeRow(db, intake).name]),
    ...(folder === undefined ? [] : [folder]),
  ]
  return parts.join(' in ')
}

/** So many lines are in a page. */
const most = 200

/** What became of the documents of a job, by number, of those that somebody may see. */
export const linesOf = (
  db: Db,
  account: Account,
  job: string,
  { outcome, after = '' }: { outcome?: JobOutcome; after?: string },
): JobLine[] =>
  db
    .select({ ...documentColumns, outcome: jobLines.outcome, message: jobLines.message })
    .from(jobLines)
    .innerJoin(documents, eq(documents.number, jobLines.number))
    .where(and(eq(jobLines.job, job), gt(jobLines.number, after), outcome && eq(jobLines.outcome, outcome)))
    .orderBy(asc(jobLines.number))
    .limit(most)
    .all()
    .filter(seenBy(db, account))
    .map(({ number, outcome: came, message }) => ({ number, outcome: came, message }))
