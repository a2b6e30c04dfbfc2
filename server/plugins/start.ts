import { useSandbox } from '../../core/script'
import { DataFolderError } from '../database/connection'
import { published } from '../configuration/published'
import { useScripts } from '../database/busy'
import { atomically } from '../database/connection'
import { sweepBackups } from '../../backup/sweep'
import { backupFolder } from '../settings/backup-folder'
import { clearTrial } from '../jobs/restore.job'
import { clearLeftBehind } from '../files/coming'
import { log } from '../log'
import { startMail } from '../mail/mail-thread'
import { knownSandbox } from '../scripts/needed'
import { hasAdministrator } from '../set-up/administrator'
import { beginVault } from '../set-up/new-vault'
import { setUpAddress } from '../set-up/set-up-link'
import { makeOwnShare, usesOf } from '../set-up/uses'
import { fillTasks } from '../tasks/keep'
import { program, type Vault, vault } from '../utils/vault'

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

/**
 * Opens the vault before the first request, clears what a killed server left half-written, and then takes its jobs
 * up again. What cannot be cleared is said in the log, and keeps no job waiting.
 */
export default defineNitroPlugin(async (nitro) => {
  const { db, store, runner, dataFolder, scripts, layouts, lists, files, setUpLink } = opened()
  useScripts((question, who) => scripts.run(question, who))
  useSandbox(
    knownSandbox(() => {
      throw new Error('a script runs outside of an act')
    }),
  )
  try {
    clearLeftBehind(db, store)
    await store.sweep()
    await clearTrial(dataFolder)
    await sweepBackups(backupFolder(db, dataFolder))
  } catch (error) {
    log.fault('What the last server left half-written could not be cleared away', error)
  }
  beginVault(db)
  makeOwnShare()
  atomically(db, (tx) => fillTasks(tx, published(tx).configuration))
  await runner.start()
  nitro.hooks.hook('close', () => runner.stop())
  nitro.hooks.hook('close', startMail(program('mail-worker'), { dataFolder }))
  for (const line of usesOf(db, dataFolder)) log.say(line)
  if (!hasAdministrator(db)) {
    log.say('This vault has no administrator yet. This link sets it up; it is good once, for an hour:')
    log.say(`  ${setUpAddress(db, setUpLink.renew())}`)
  }
  files.standBy()
  layouts.standBy()
  lists.start()
  nitro.hooks.hook('close', () => lists.stop())
})
