import { createHash } from 'node:crypto'
import { createReadStream } from 'node:fs'
import { readdir, readFile, realpath, stat } from 'node:fs/promises'
import { extname, isAbsolute, join, relative, resolve, sep } from 'node:path'
import type { FoundFile } from '../../core/intake'
import { Refusal } from './errors'

/** The archive share: the one folder of the server that archives are read from. */
export const archiveShare = (): string =>
  resolve(process.env.ILMENITE_ARCHIVES ?? join(process.env.ILMENITE_DATA ?? 'data', 'archives'))

/** The archives of the share, and the registers that lie in it. */
export async function listArchives(): Promise<{ share: string; archives: string[]; registers: string[] }> {
  const share = archiveShare()
  const entries = await readdir(share, { withFileTypes: true }).catch(() => {
    throw new Refusal(
      404,
      `the archive share ${share} cannot be read: make the folder, or name another with ILMENITE_ARCHIVES`,
    )
  })
  const archives = entries
    .filter((entry) => entry.isDirectory())
    .map((entry) => entry.name)
    .sort()
  const inside = await Promise.all(
    archives.map(async (archive) =>
      (await readdir(join(share, archive))).map((name) => `${archive}/${name}`),
    ),
  )
  const registers = [
    ...entries.filter((entry) => entry.isFile()).map((entry) => entry.name),
    ...inside.flat(),
  ]
    .filter((path) => extname(path).toLowerCase() === '.csv')
    .sort()
  return { share, archives, registers }
}

/** The real path of something in the share. @throws Refusal where it is not there, or lies outside. */
export async function inShare(path: string, kind: 'archive' | 'register'): Promise<string> {
  const share = await realpath(archiveShare()).catch(() => archiveShare())
  const asked = resolve(share, path)
  const outside = () =>
    new Refusal(400, `the ${kind} “${path}” lies outside the archive share: choose one inside it`)
  if (isAbsolute(path) || !within(share, asked)) throw outside()
  const real = await realpath(asked).catch(() => {
    throw new Refusal(404, `there is no ${kind} “${path}” in the archive share`)
  })
  if (!within(share, real)) throw outside()
  await requireNoVault(real, kind, path)
  const isFolder = (await stat(real)).isDirectory()
  if (isFolder !== (kind === 'archive'))
    throw new Refusal(
      400,
      `“${path}” is ${isFolder ? 'a folder' : 'a file'}: the ${kind} must be ${isFolder ? 'a file' : 'a folder'}`,
    )
  return real
}

/**
 * The vault's own data (database, contents, secrets) is no archive, whatever the share is set to; only `archives` in the
 * data folder may be one. @throws Refusal where a path lies in the data, or the data in it.
 */
async function requireNoVault(real: string, kind: string, asked: string): Promise<void> {
  const data = await realpath(resolve(process.env.ILMENITE_DATA ?? 'data')).catch(() => undefined)
  if (data === undefined || within(join(data, 'archives'), real)) return
  if (real !== data && !within(data, real) && !within(real, data)) return
  throw new Refusal(
    400,
    `the ${kind} “${asked}” holds the vault’s own data: name another archive share with ILMENITE_ARCHIVES`,
  )
}

function within(folder: string, path: string): boolean {
  const way = relative(folder, path)
  return way !== '' && way !== '..' && !way.startsWith(`..${sep}`) && !isAbsolute(way)
}

/** A register's text: UTF-8, or Windows-1252 where it is not. */
export async function registerText(path: string): Promise<string> {
  const bytes = await readFile(path)
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes)
  } catch {
    return new TextDecoder('windows-1252').decode(bytes)
  }
}

/** Every file below an archive's folder, in the order of their paths. Links are not followed; the register itself is left out. */
export async function* walkArchive(root: string, register?: string): AsyncGenerator<string> {
  const entries = await readdir(root, { withFileTypes: true })
  entries.sort((a, b) => (a.name < b.name ? -1 : 1))
  for (const entry of entries) {
    const path = join(root, entry.name)
    if (entry.isDirectory()) yield* walkArchive(path, register)
    else if (entry.isFile() && path !== register) yield path
  }
}

/** Reads a file once: its size and SHA-256, or why it could not be read. */
export async function findFile(root: string, path: string): Promise<FoundFile> {
  const below = relative(root, path).split(sep).join('/')
  try {
    const { size, mode } = await stat(path)
    if ((mode & 0o444) === 0)
      return {
        path: below,
        size,
        sha256: null,
        problem: { code: 'unreadable', message: 'the file cannot be read: nobody has the right to' },
      }
    if (size === 0)
      return {
        path: below,
        size,
        sha256: null,
        problem: { code: 'empty-file', message: 'the file is empty (0 bytes)' },
      }
    const hash = createHash('sha256')
    for await (const chunk of createReadStream(path)) hash.update(chunk)
    return { path: below, size, sha256: hash.digest('hex'), problem: null }
  } catch (error) {
    return {
      path: below,
      size: 0,
      sha256: null,
      problem: {
        code: 'unreadable',
        message: `the file cannot be read: ${(error as Error).message.split(',')[0]}`,
      },
    }
  }
}
