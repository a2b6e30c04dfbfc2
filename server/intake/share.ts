import { readdir, realpath, stat } from 'node:fs/promises'
import { extname, isAbsolute, join, relative, resolve, sep } from 'node:path'
import { below, registerEndings, walkArchive } from '../../archive'
import { Refusal } from '../refusal'

/** The archive share: the one folder of the server that archives are read from. */
export const archiveShare = (): string =>
  resolve(process.env.ILMENITE_ARCHIVES ?? join(process.env.ILMENITE_DATA ?? 'data', 'archives'))

/** The entries of the share. @throws Refusal if it cannot be read */
const entriesOf = (share: string) =>
  readdir(share, { withFileTypes: true }).catch(() => {
    throw new Refusal(
      'not-found',
      `the archive share ${share} cannot be read: make the folder, or name another with ILMENITE_ARCHIVES`,
    )
  })

/** The archives of the share, and the registers that lie in it. */
export async function listArchives(): Promise<{ share: string; archives: string[]; registers: string[] }> {
  const share = archiveShare()
  const entries = await entriesOf(share)
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
    .filter((path) => registerEndings.includes(extname(path).toLowerCase()))
    .sort()
  return { share, archives, registers }
}

/** So many files are listed, and so many looked at for them. */
const [mostListed, mostWalked] = [50, 100_000]

/** The first files of the share whose paths have a text in them, in any case. */
export async function filesInShare(text: string): Promise<string[]> {
  const share = archiveShare()
  await entriesOf(share)
  const found: string[] = []
  let walked = 0
  const wanted = text.toLowerCase()
  for await (const path of walkArchive(share)) {
    const name = below(share, path)
    if (name.toLowerCase().includes(wanted)) found.push(name)
    if (found.length >= mostListed || ++walked >= mostWalked) break
  }
  return found
}

/** The real path of something in the share. @throws Refusal where it is not there, or lies outside. */
export async function inShare(path: string, kind: 'archive' | 'register' | 'file'): Promise<string> {
  const share = await realpath(archiveShare()).catch(() => archiveShare())
  const asked = resolve(share, path)
  const outside = () =>
    new Refusal('invalid', `the ${kind} “${path}” lies outside the archive share: choose one inside it`)
  if (isAbsolute(path) || !within(share, asked)) throw outside()
  const real = await realpath(asked).catch(() => {
    throw new Refusal('not-found', `there is no ${kind} “${path}” in the archive share`)
  })
  if (!within(share, real)) throw outside()
  await requireNoVault(real, kind, path)
  const isFolder = (await stat(real)).isDirectory()
  if (isFolder !== (kind === 'archive'))
    throw new Refusal(
      'invalid',
      `“${path}” is ${isFolder ? 'a folder' : 'a file'}: the ${kind} must be ${isFolder ? 'a file' : 'a folder'}`,
    )
  return real
}

/**
 * The vault's own data (database, contents, secrets) is no archive, whatever the share is set to; only
 * `archives` in the
 * data folder may be one. @throws Refusal where a path lies in the data, or the data in it.
 */
async function requireNoVault(real: string, kind: string, asked: string): Promise<void> {
  const data = await realpath(resolve(process.env.ILMENITE_DATA ?? 'data')).catch(() => undefined)
  if (data === undefined || within(join(data, 'archives'), real)) return
  if (real !== data && !within(data, real) && !within(real, data)) return
  throw new Refusal(
    'invalid',
    `the ${kind} “${asked}” holds the vault’s own data: name another archive share with ILMENITE_ARCHIVES`,
  )
}

/** Whether a path is a folder, or lies in it. */
export const liesIn = (folder: string, path: string): boolean => path === folder || within(folder, path)

function within(folder: string, path: string): boolean {
  const way = relative(folder, path)
  return way !== '' && way !== '..' && !way.startsWith(`..${sep}`) && !isAbsolute(way)
}
