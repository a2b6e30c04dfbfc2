import { createHash } from 'node:crypto'
import { createReadStream } from 'node:fs'
import type { Stats } from 'node:fs'
import { lstat } from 'node:fs/promises'
import { relative, sep } from 'node:path'
import { type FoundFile, readerVersion } from '../core/intake'

/** A path below an archive's folder, with `/` whatever the system has. */
export const below = (root: string, path: string): string => relative(root, path).split(sep).join('/')

/** What something is that is no file, and so is left out; undefined for a file. */
function noFile(found: Stats): string | undefined {
  if (found.isFile()) return undefined
  if (found.isSymbolicLink()) return 'it is a link, which is not followed: put the file itself in its place'
  if (found.isDirectory()) return 'the folder cannot be read: nothing in it comes in'
  return 'it is a pipe, a socket or a device, and no file'
}

/** Reads a file once: its size and SHA-256, or why it could not be read. */
export async function findFile(root: string, path: string): Promise<FoundFile> {
  const blank = { path: below(root, path), reader: readerVersion, sha256: null, problem: null }
  const problem = (code: 'unreadable' | 'empty-file', message: string, size = 0): FoundFile => ({
    ...blank,
    size,
    problem: { code, message },
  })
  try {
    const found = await lstat(path)
    const { size, mode } = found
    const instead = noFile(found)
    if (instead) return problem('unreadable', instead)
    if ((mode & 0o444) === 0)
      return problem('unreadable', 'the file cannot be read: nobody has the right to', size)
    if (size === 0) return problem('empty-file', 'the file is empty (0 bytes)')
    const hash = createHash('sha256')
    for await (const chunk of createReadStream(path)) hash.update(chunk)
    return { ...blank, size, sha256: hash.digest('hex') }
  } catch (error) {
    return problem('unreadable', `the file cannot be read: ${(error as Error).message.split(',')[0]}`)
  }
}
