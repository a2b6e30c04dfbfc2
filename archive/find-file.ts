import { createHash } from 'node:crypto'
import type { Stats } from 'node:fs'
import { lstat } from 'node:fs/promises'
import { basename, relative, sep } from 'node:path'
import { portion, readFile, type Source } from '../core/formats'
import { type FoundFile, insideOf, readerVersion } from '../core/intake'
import { openFile } from './file-source'

/** A path below an archive's folder, with `/` whatever the system has. */
export const below = (root: string, path: string): string => relative(root, path).split(sep).join('/')

/** What something is that is no file, and so is left out; undefined for a file. */
function noFile(found: Stats): string | undefined {
  if (found.isFile()) return undefined
  if (found.isSymbolicLink()) return 'it is a link, which is not followed: put the file itself in its place'
  if (found.isDirectory()) return 'the folder cannot be read: nothing in it comes in'
  return 'it is a pipe, a socket or a device, and no file'
}

/** The SHA-256 of a source. */
function hashOf(source: Source): string {
  const hash = createHash('sha256')
  for (let at = 0; at < source.size; at += portion) hash.update(source.read(at, at + portion))
  return hash.digest('hex')
}

/**
 * Reads a file once: its size, its SHA-256 and what is inside of it, or why it could not be read.
 * @param looksInside without it the file is only hashed
 */
export async function findFile(root: string, path: string, looksInside = true): Promise<FoundFile> {
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
    const file = openFile(path)
    try {
      const found = { ...blank, size, sha256: hashOf(file) }
      return looksInside ? { ...found, inside: insideOf(await readFile(file, basename(path))) } : found
    } finally {
      file.close()
    }
  } catch (error) {
    return problem('unreadable', `the file cannot be read: ${(error as Error).message.split(',')[0]}`)
  }
}
