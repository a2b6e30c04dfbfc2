import { readdirSync, readFileSync } from 'node:fs'

/** Milliseconds of processor time that the main thread of a process has used: the one that answers everybody. */
export function answeringThread(pid: number): number {
  const [used] = readFileSync(`/proc/${pid}/task/${pid}/schedstat`, 'latin1').split(' ')
  return Number(used) / 1e6
}

/** A process and all that it has begun, as far as they live. */
export function processesOf(pid: number): number[] {
  const found = [pid]
  for (const one of found)
    try {
      for (const thread of readdirSync(`/proc/${one}/task`)) {
        const children = readFileSync(`/proc/${one}/task/${thread}/children`, 'latin1').trim()
        if (children) found.push(...children.split(' ').map(Number))
      }
    } catch {
      // It has ended meanwhile.
    }
  return found
}

/** Bytes that stand in memory for a process and all that it has begun. */
export function memoryOf(pid: number): number {
  return processesOf(pid).reduce((sum, one) => {
    try {
      const resident = Number(readFileSync(`/proc/${one}/statm`, 'latin1').split(' ')[1])
      return sum + resident * 4096
    } catch {
      return sum
    }
  }, 0)
}
