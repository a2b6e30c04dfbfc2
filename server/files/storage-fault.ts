/** What can be wrong with the disk under a vault, by the system's own code or SQLite's. */
const faults: Record<string, string> = {
  ENOSPC: 'the disk of the data folder is full',
  SQLITE_FULL: 'the disk of the data folder is full',
  EDQUOT: 'the data folder has used up its share of the disk',
  EROFS: 'the data folder can only be read',
  EACCES: 'the data folder may not be written',
  EPERM: 'the data folder may not be written',
  SQLITE_READONLY: 'the database can only be read',
  SQLITE_CANTOPEN: 'the database cannot be opened',
  EIO: 'the disk of the data folder has a fault',
  SQLITE_IOERR: 'the disk of the data folder has a fault',
  SQLITE_CORRUPT: 'the database is damaged: put a backup in its place',
  EMFILE: 'the server has too many files open',
  ENFILE: 'the machine has too many files open',
}

/** In plain words what is wrong with the disk, where that made something fail; nothing was changed then. */
export function faultOfStorage(error: unknown): string | undefined {
  const { code, cause } = error as { code?: unknown; cause?: unknown }
  if (typeof code === 'string') {
    // SQLite says more precisely what went wrong, after an underscore.
    const known = Object.keys(faults).find((fault) => code === fault || code.startsWith(`${fault}_`))
    if (known) return `${faults[known]}. Nothing was changed; ask whoever runs the server`
  }
  return cause === undefined ? undefined : faultOfStorage(cause)
}

/** Whether the disk takes nothing more, whatever is written to it. */
export const isFull = (error: Error): boolean => {
  const { code } = error as NodeJS.ErrnoException
  return code === 'ENOSPC' || code === 'EDQUOT' || code === 'EROFS' || code === 'EIO'
}
