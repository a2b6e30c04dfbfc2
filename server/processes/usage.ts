import { readFileSync } from 'node:fs'

/** The resources that a process has used. */
export interface Usage {
  /** Seconds of processor time, of all of its threads. */
  seconds: number
  /** Its resident memory in bytes: heap, buffers and code. */
  memory: number
}

/** The clock ticks of a second and the bytes of a page in `/proc` of Linux. */
const ticks = 100
const page = 4096

/** Reads the usage of a process from `/proc` (proc(5)); undefined if it has ended, or on other systems. */
export function usageOf(pid: number): Usage | undefined {
  try {
    // The second field is the name in brackets, which may contain blanks and brackets.
    const fields = readFileSync(`/proc/${pid}/stat`, 'latin1')
      .replace(/^.*\) /s, '')
      .split(' ')
    const [user, system, resident] = [fields[11], fields[12], fields[21]].map(Number)
    return { seconds: (user! + system!) / ticks, memory: resident! * page }
  } catch {
    return undefined
  }
}
