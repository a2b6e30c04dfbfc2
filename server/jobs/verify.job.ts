import { verifyVault } from '../../backup/verify'
import { JobError, type JobKindModule } from './job-kind'

/** Whether the vault is whole; what is not, fails it. */
export const verifyJob: JobKindModule = {
  lane: 'long',
  attempts: 3,
  givesUp: true,
  run: async ({ dataFolder, progress }) => {
    let isStopped = false
    const verdict = await verifyVault(dataFolder, (done, total) => {
      isStopped ||= !progress(done, total)
      if (isStopped) throw new Stopped()
    }).catch((error: unknown) => {
      if (error instanceof Stopped) return undefined
      throw error
    })
    if (!verdict) return 'stopped'
    const { contents, documents, auditEntries } = verdict.checked
    if (verdict.sound)
      return { done: `${contents} contents of ${documents} documents and ${auditEntries} entries: all sound` }
    const count = verdict.faults.length + verdict.more
    throw new JobError(`${count} not as it should be; the first: ${verdict.faults[0]!.message}`)
  },
}

class Stopped extends Error {}
