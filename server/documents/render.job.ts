import { readFile } from 'node:fs/promises'
import { record } from '../audit/trail'
import { now } from '../clock'
import { published } from '../configuration/published'
import { stateName } from '../../core/configuration'
import { renditions } from '../database/schema'
import { takeIn } from '../files/coming'
import { type JobContext, JobError, type JobKindModule } from '../jobs/job-kind'
import { mostToRender, renderPdf, RenderingError, stampLine } from '../rendering'
import { contentOf, documentRowById } from './rows'

/** Makes a PDF of the sheet of a version, with its stamp, and keeps it beside the version. */
export const renderJob: JobKindModule = {
  lane: 'short',
  attempts: 3,
  run: async ({ db, store, job, actor }) => {
    const { version } = job.input ?? {}
    const { number } = documentRowById(db, job.subject)
    const { content, bytes } = await rendered({ db, store, job })
    const fileName = `${content.fileName.replace(/\.[^.]+$/, '')}.pdf`
    const vault = { db, store, isWorking: () => true }
    await takeIn(vault, once(bytes), Infinity, (stored) => {
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
    })
    return { done: `${fileName} beside version ${version}` }
  },
}

/** The PDF of the version that a job names, with its stamp as it stood then. @throws JobError where there is none */
async function rendered({ db, store, job }: Pick<JobContext, 'db' | 'store' | 'job'>) {
  const { version, revision, state, record: values } = job.input ?? {}
  if (!version || !state) throw new JobError('the job says no version to render')
  const { number } = documentRowById(db, job.subject)
  const content = contentOf(db, job.subject, version)
  if (content.size > mostToRender)
    throw new JobError(
      `${content.fileName} is larger than ${mostToRender / 2 ** 20} MB: no PDF is made of it`,
    )
  const where = stateName(published(db).configuration, state)
  const stamp = stampLine([number, revision && `rev. ${revision}`, where, now().slice(0, 10), values?.title])
  const bytes = await renderPdf(content.fileName, await readFile(store.path(content.sha256)), stamp).catch(
    (error: unknown) => {
      if (error instanceof RenderingError) throw new JobError(error.message, { cause: error })
      throw error
    },
  )
  return { content, bytes }
}

async function* once(bytes: Uint8Array): AsyncGenerator<Uint8Array> {
  yield bytes
}
