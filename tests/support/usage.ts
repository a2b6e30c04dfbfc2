import { existsSync, readdirSync, readFileSync, rmSync } from 'node:fs'
import { eventually } from './server.mjs'

/** Asks a server for the longest hold of its answering thread since the last question, in milliseconds. */
export async function longestHold(pid: number, file: string): Promise<number> {
  rmSync(file, { force: true })
  process.kill(pid, 'SIGUSR2')
  for (;;) {
    const told = existsSync(file) ? readFileSync(file, 'latin1') : ''
    if (told) return Number(told)
    await new Promise((later) => setTimeout(later, 2))
  }
}

/** A process and its living descendants. */
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

/** The resident memory of a process and its descendants, in bytes. */
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

/** Whether a process has ended. A zombie counts as ended. */
export function hasEnded(pid: number): boolean {
  try {
    return / [ZX] /.test(readFileSync(`/proc/${pid}/stat`, 'latin1').replace(/^.*\)/s, ''))
  } catch {
    return true
  }
}

/** Stops a server, and waits until everything that it has begun has ended. */
export async function stopWhole(server: { pid?: number; stop: () => Promise<void> }): Promise<void> {
  const [, ...begun] = processesOf(server.pid!)
  await server.stop()
  await eventually(() => begun.every(hasEnded), 'the end of what the server had begun')
}
