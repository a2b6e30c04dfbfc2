import { readdir, rm } from 'node:fs/promises'
import { join } from 'node:path'
import { BackupError } from '../../backup/manifest'
import { restoreBackup } from '../../backup/read'
import { verifyVault } from '../../backup/verify'
import { backupFolder } from '../settings/backup-folder'
import { backupName } from './backup.job'
import { JobError, type JobKindModule } from './job-kind'
import { stoppable } from './stoppable'
import { soundIn } from './verify.job'

/** Restores the newest backup beside the data, verifies it and clears it away, to prove that it comes back. */
export const restoreJob: JobKindModule = {
  lane: 'long',
  attempts: 2,
  givesUp: true,
  run: async (context) => {
    const folder = backupFolder(context.db, context.dataFolder)
    const newest = await newestIn(folder)
    const trial = join(context.dataFolder, trialFolder)
    try {
      await clearTrial(context.dataFolder)
      const verdict = await stoppable(context, async (tell) => {
        await restoreBackup(join(folder, newest), trial, tell)
        return verifyVault(trial, tell)
      })
      return verdict ? { done: `${newest} comes back: ${soundIn(verdict)}` } : 'stopped'
    } catch (error) {
      if (error instanceof BackupError) throw new JobError(error.message, { cause: error })
      throw error
    } finally {
      await clearTrial(context.dataFolder)
    }
  },
}

/** Where a backup is restored on trial, in the data folder. */
const trialFolder = 'on-trial'

/** Clears away the folder of a trial, whole or half-restored. */
export async function clearTrial(dataFolder: string): Promise<void> {
  for (const name of [trialFolder, `${trialFolder}.restoring`])
    await rm(join(dataFolder, name), { recursive: true, force: true })
}

/** @returns the newest backup of a folder; their names order them. @throws JobError if there is none */
async function newestIn(folder: string): Promise<string> {
  const names = await readdir(folder).catch(() => [])
  const newest = names
    .filter((name) => backupName.test(name))
    .sort()
    .at(-1)
  if (newest) return newest
  throw new JobError(`there is no backup in ${folder}: back the vault up first`)
}
