import { accessSync, constants, existsSync, mkdirSync, statSync } from 'node:fs'
import { dirname } from 'node:path'
import { UsageError } from './input'

/** What is wrong with a folder, in plain words, by the system's own code. */
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
  // Making a folder in one that cannot be written is told as “there is no such folder”.
  const known = code === 'ENOENT' ? (codeAbove(folder) ?? code) : code
  return words[known] ?? known
}

/** The code that writing into the nearest folder that is there gives. */
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
