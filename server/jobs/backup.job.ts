import { mkdir } from 'node:fs/promises'
import { join } from 'node:path'
import { writeBackup } from '../../backup/write'
import { now } from '../clock'
import { backupFolder } from '../settings/backup-folder'
import type { JobKindModule } from './job-kind'

/** The name of a backup that the vault has made. */
export const backupName = /^vault-\d{4}-\d\d-\d\dT[\d-]+\.tar$/

/** A backup of the whole vault, in a file that is named after its moment. */
export const backupJob: JobKindModule = {
  lane: 'long',
  attempts: 3,
  run: async ({ db, dataFolder, progress }) => {
    const folder = backupFolder(db, dataFolder)
    await mkdir(folder, { recursive: true, mode: 0o700 })
    const file = join(folder, `vault-${now().slice(0, 19).replaceAll(':', '-')}.tar`)
    const { contents, missing } = await writeBackup(dataFolder, file, undefined, progress)
    const lost = missing.length ? `; ${missing.length} could not be read` : ''
    return { done: `${contents} contents in ${file}${lost}` }
  },
}
