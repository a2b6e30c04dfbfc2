import { type Verdict, verifyVault } from '../../backup/verify'
import { JobError, type JobKindModule } from './job-kind'
import { stoppable } from './stoppable'

/** Whether the vault is whole; what is not, fails it. */
export const verifyJob: JobKindModule = {
  lane: 'long',
  attempts: 3,
  givesUp: true,
  run: async (context) => {
    const verdict = await stoppable(context, (tell) => verifyVault(context.dataFolder, tell))
    return verdict ? { done: soundIn(verdict) } : 'stopped'
  },
}

/** @returns what was found sound. @throws JobError if something is not */
export function soundIn({ sound, checked, faults, more }: Verdict): string {
  const { contents, documents, auditEntries } = checked
  if (sound) return `${contents} contents of ${documents} documents and ${auditEntries} entries: all sound`
  throw new JobError(`${faults.length + more} not as it should be; the first: ${faults[0]!.message}`)
}
