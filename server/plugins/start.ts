import { vault } from '../utils/vault'

/**
 * Opens the vault before the first request, clears what a killed server left half-written, and takes its jobs
 * up again.
 */
export default defineNitroPlugin(async () => {
  const { store, runner } = vault()
  await store.sweep()
  runner.start()
})
