import { accessSync, constants, existsSync, mkdirSync, statSync } from 'node:fs'
import { dirname } from 'node:path'
import { UsageError } from './input'

/** Says in plain words what each error code of the system means for a folder. */
const words: Record<string, string> = {
  EROFS: 'its disk can only be read',
  EACCES: 'it may not be written',
  EPERM: 'it may not be written',
  ENOSPC: 'its disk is full',
  EDQUOT: 'its share of the disk is used up',
  ENOTDIR: 'it lies in a file',
}

/**
 * Makes a folder unless it is there, and looks whether it can be read and written.
 * @param what the folder is, for the error
 * @throws UsageError that says why it cannot be used, and the way out
 */
export function requireUsable(folder: string, what: string, wayOut: string): void {
  try {
    mkdirSync(folder, { recursive: true })
    accessSync(folder, constants.R_OK | constants.W_OK | constants.X_OK)
  } catch (error) {
    throw new UsageError(
      `${what} cannot be used: ${reason(folder, error as NodeJS.ErrnoException)}. ${wayOut}`,
    )
  }
}

function reason(folder: string, { code = '' }: NodeJS.ErrnoException): string {
  if (existsSync(folder) && !statSync(folder).isDirectory()) return 'it is a file'
  // Node.js reports ENOENT if the folder above cannot be written.
  const known = code === 'ENOENT' ? (codeAbove(folder) ?? code) : code
  return words[known] ?? known
}

/** Returns the error code of writing into the nearest folder above that exists. */
function codeAbove(folder: string): string | undefined {
  const above = dirname(folder)
  if (!existsSync(above)) return codeAbove(above)
  try {
    accessSync(above, constants.W_OK | constants.X_OK)
    return undefined
  } catch (error) {
    return (error as NodeJS.ErrnoException).code
  }
}
