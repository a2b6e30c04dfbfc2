import { existsSync, readdirSync, readFileSync, rmSync } from 'node:fs'

/**
 * The longest that a server’s answering thread was held without a pause since this was asked the last time, in
 * milliseconds of its own processor time. The server tells it in a file that it was started with.
 */
export async function longestHold(pid: number, file: string): Promise<number> {
  rmSync(file, { force: true })
  process.kill(pid, 'SIGUSR2')
  for (;;) {
    const told = existsSync(file) ? readFileSync(file, 'latin1') : ''
    if (told) return Number(told)
    await new Promise((later) => setTimeout(later, 2))
  }
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

/** Whether a process is at work no more; its number may stand there until somebody has asked how it ended. */
export function hasEnded(pid: number): boolean {
  try {
    return / [ZX] /.test(readFileSync(`/proc/${pid}/stat`, 'latin1').replace(/^.*\)/s, ''))
  } catch {
    return true
  }
}
