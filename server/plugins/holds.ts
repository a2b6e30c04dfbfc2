import { openSync, readSync, writeFileSync } from 'node:fs'

/**
 * For tests: how long this thread is held without a pause, in milliseconds of its own processor time (Linux, in
 * `schedstat`). `ILMENITE_HOLDS` names a file; with the signal USR2 the longest hold since the last one is written
 * there.
 */
export default defineNitroPlugin(() => {
  const file = process.env.ILMENITE_HOLDS
  if (!file) return
  const used = reader(`/proc/self/task/${process.pid}/schedstat`)
  let [longest, last] = [0, used()]
  const turn = () => {
    const now = used()
    longest = Math.max(longest, now - last)
    last = now
    setImmediate(turn)
  }
  turn()
  process.on('SIGUSR2', () => {
    writeFileSync(file, String(longest))
    last = used()
    longest = 0
  })
})

function reader(path: string): () => number {
  const handle = openSync(path, 'r')
  const bytes = Buffer.alloc(64)
  return () => Number.parseInt(bytes.toString('latin1', 0, readSync(handle, bytes, 0, 64, 0)), 10) / 1e6
}
