import { join } from 'node:path'
import { useSandbox } from '../../core/script'
import { DataFolderError } from '../database/connection'
import { published } from '../configuration/published'
import { useScripts } from '../database/busy'
import { atomically } from '../database/connection'
import { sweepBackups } from '../../backup/sweep'
import { backupFolder } from '../jobs/backup.job'
import { clearLeftBehind } from '../files/coming'
import { MailSender } from '../mail/sender'
import { knownSandbox } from '../scripts/needed'
import { startMailServer } from '../stand-ins/mail-server'
import { fillTasks } from '../tasks/keep'
import { type Vault, vault } from '../utils/vault'

/** The vault; where its data folder cannot be used, the server says why and ends. */
function opened(): Vault {
  try {
    return vault()
  } catch (error) {
    if (!(error instanceof DataFolderError)) throw error
    console.error(`ilmenite: ${error.message}`)
    return process.exit(2)
  }
}

/** Sends mail by the server that is set, or by one that stands in for it and keeps letters beside the data. */
async function startMail(db: Vault['db'], dataFolder: string): Promise<void> {
  const server = process.env.ILMENITE_SMTP ?? (await startMailServer(join(dataFolder, 'mail')))
  new MailSender(db, server, process.env.ILMENITE_MAIL_FROM ?? 'vault@localhost').start()
}

/**
 * Opens the vault before the first request, clears what a killed server left half-written, and then takes its jobs
 * up again. What cannot be cleared is said in the log, and keeps no job waiting.
 */
export default defineNitroPlugin(async (nitro) => {
  const { db, store, runner, dataFolder, scripts, layouts, files } = opened()
  useScripts((question, who) => scripts.run(question, who))
  useSandbox(
    knownSandbox(() => {
      throw new Error('a script runs outside of an act')
    }),
  )
  try {
    clearLeftBehind(db, store)
    await store.sweep()
    await sweepBackups(backupFolder(dataFolder))
  } catch (error) {
    console.error('What the last server left half-written could not be cleared away:', error)
  }
  atomically(db, (tx) => fillTasks(tx, published(tx).configuration))
  await runner.start()
  nitro.hooks.hook('close', () => runner.stop())
  await startMail(db, dataFolder)
  files.standBy()
  layouts.standBy()
})
