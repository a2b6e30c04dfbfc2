import { readFileSync } from 'node:fs'

/** What a process has used up so far. */
export interface Usage {
  /** Seconds of processor time, of all of its threads. */
  seconds: number
  /** Bytes that stand in memory, whatever they are: heap, buffers, code. */
  memory: number
}

/** Ticks in a second and bytes of a page, as Linux counts them in `/proc`. */
const ticks = 100
const page = 4096

/** What the system says of a process (proc(5)); undefined where it is gone, or where the system does not tell. */
export function usageOf(pid: number): Usage | undefined {
  try {
    // The name of the program stands in brackets, and may hold anything.
    const fields = readFileSync(`/proc/${pid}/stat`, 'latin1')
      .replace(/^.*\) /s, '')
      .split(' ')
    const [user, system, resident] = [fields[11], fields[12], fields[21]].map(Number)
    return { seconds: (user! + system!) / ticks, memory: resident! * page }
  } catch {
    return undefined
  }
}
