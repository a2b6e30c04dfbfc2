import { DataFolderError } from '../database/connection'
import { clearLeftBehind } from '../files/coming'
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

/**
 * Opens the vault before the first request, clears what a killed server left half-written, and then takes its jobs
 * up again. What cannot be cleared is said in the log, and keeps no job waiting.
 */
export default defineNitroPlugin(async () => {
  const { db, store, runner } = opened()
  try {
    clearLeftBehind(db, store)
    await store.sweep()
  } catch (error) {
    console.error('What the last server left half-written could not be cleared away:', error)
  }
  await runner.start()
})
