import { randomBytes } from 'node:crypto'
import { readdir, rm } from 'node:fs/promises'
import { join } from 'node:path'

/** Marks the half-written files of this process. The random part matters if a later process gets the same number. */
export const mark = `${process.pid}-${randomBytes(6).toString('hex')}`

const half = /\.((\d+)(?:-[0-9a-f]{12})?)\.(?:part|database)(?:-\w+)?$/

/** Removes the half-written files of killed backups from a folder. Files that a process still writes stay. */
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

/** Whether another process with this number is running. */
function isOther(pid: number): boolean {
  if (pid === process.pid) return false
  try {
    process.kill(pid, 0)
    return true
  } catch (error) {
    return (error as NodeJS.ErrnoException).code === 'EPERM'
  }
}
