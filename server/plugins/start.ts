import { clearLeftBehind } from '../files/coming'
import { vault } from '../utils/vault'

/**
 * Opens the vault before the first request, clears what a killed server left half-written, and then takes its jobs
 * up again. What cannot be cleared is said in the log, and keeps no job waiting.
 */
export default defineNitroPlugin(async () => {
  const { db, store, runner } = vault()
  try {
    clearLeftBehind(db, store)
    await store.sweep()
  } catch (error) {
    console.error('What the last server left half-written could not be cleared away:', error)
  }
  await runner.start()
})
