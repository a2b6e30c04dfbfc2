import { openSync, readSync, writeFileSync } from 'node:fs'

/**
 * Measures for tests how long the answering thread runs without a pause, in milliseconds of its processor time
 * (`schedstat` of Linux). On the signal USR2 it writes the longest run since the last signal into the file that
 * `ILMENITE_HOLDS` names.
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
