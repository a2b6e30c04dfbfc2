import { createReadStream } from 'node:fs'
import { record } from '../audit/trail'
import { now } from '../clock'
import { published } from '../configuration/published'
import { stateName } from '../../core/configuration'
import { renditions } from '../database/schema'
import { takeIn } from '../files/coming'
import { type JobContext, JobError, type JobKindModule } from '../jobs/job-kind'
import { FileBreaksError } from '../files/file-tasks'
import { madeAside } from '../files/made'
import { Refusal } from '../refusal'
import { stampLine } from '../rendering/stamp'
import { contentOf, documentRowById } from './rows'

/** Makes a PDF of the sheet of a version, with its stamp, and keeps it beside the version. */
export const renderJob: JobKindModule = {
  lane: 'short',
  attempts: 3,
  run: async ({ db, store, job, actor, doFile }) => {
    const { version } = job.input ?? {}
    const { number } = documentRowById(db, job.subject)
    const { content, make } = rendering({ db, store, job, doFile })
    const fileName = `${content.fileName.replace(/\.[^.]+$/, '')}.pdf`
    const vault = { db, store, isWorking: () => true }
    await madeAside(store, make, (out) =>
      takeIn(vault, createReadStream(out), Infinity, (stored) => {
        const row = {
          document: job.subject,
          version: version!,
          format: 'pdf' as const,
          fileName,
          ...stored,
          at: now(),
        }
        const { document, format } = renditions
        db.insert(renditions)
          .values(row)
          .onConflictDoUpdate({ target: [document, renditions.version, format], set: row })
          .run()
        record(db, actor, {
          ...{
            code: 'render',
            action: 'render a PDF',
            subject: { kind: 'document', id: job.subject, name: number },
          },
          after: { version, fileName, sha256: stored.sha256 },
        })
      }),
    )
    return { done: `${fileName} beside version ${version}` }
  },
}

/** Prepares the PDF of the version that a job names, with its stamp of that time. @throws JobError */
function rendering({ db, store, job, doFile }: Pick<JobContext, 'db' | 'store' | 'job' | 'doFile'>) {
  const { version, revision, state, record: values } = job.input ?? {}
  if (!version || !state) throw new JobError('the job says no version to render')
  const { number } = documentRowById(db, job.subject)
  const content = contentOf(db, job.subject, version)
  const where = stateName(published(db).configuration, state)
  const stamp = stampLine([number, revision && `rev. ${revision}`, where, now().slice(0, 10), values?.title])
  const { fileName, sha256 } = content
  const make = (out: string) =>
    doFile({ kind: 'pdf', path: store.path(sha256), fileName, stamp, out }).catch((error: unknown) => {
      // The same file fails again, so do not retry.
      if (error instanceof Refusal || error instanceof FileBreaksError)
        throw new JobError(error.message, { cause: error })
      throw error
    })
  return { content, make }
}
