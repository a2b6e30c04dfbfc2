import { randomBytes } from 'node:crypto'
import { readdir, rm } from 'node:fs/promises'
import { join } from 'node:path'

/**
 * By which the half-written files of this process are told from those of others: its number, and something that a later
 * process of the same number does not have.
 */
export const mark = `${process.pid}-${randomBytes(6).toString('hex')}`

const half = /\.((\d+)(?:-[0-9a-f]{12})?)\.(?:part|database)(?:-\w+)?$/

/** Removes what killed backups left behind in a folder, whatever they were called; what others write now stays. */
export async function sweepBackups(folder: string): Promise<void> {
  const names = await readdir(folder).catch((error: NodeJS.ErrnoException) => {
    if (error.code === 'ENOENT') return []
    throw error
  })
  for (const name of names) {
    const [, whose, pid] = half.exec(name) ?? []
    if (whose && whose !== mark && !isOther(Number(pid))) await rm(join(folder, name), { force: true })
  }
}

/** Whether a process is at work that is not this one. */
function isOther(pid: number): boolean {
  if (pid === process.pid) return false
  try {
    process.kill(pid, 0)
    return true
  } catch (error) {
    return (error as NodeJS.ErrnoException).code === 'EPERM'
  }
}
