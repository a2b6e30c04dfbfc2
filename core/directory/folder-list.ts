import Papa from 'papaparse'
import { parentOf, principal, type Principal } from '../access'
import { separatorOf } from '../support'
import { type ImportedFolder, mostFolders, withImportedFolder } from './changes/import-folders'
import type { Words } from './changes/change-kind'
import { nameIn } from './find'
import type { ReadLine } from './people-csv'
import { DirectoryError, type VaultDirectory } from './types'

/** A list of folders as it was read: what each line would do, and all that can be done, as one change. */
export interface ReadFolders {
  lines: ReadLine[]
  folders: ImportedFolder[]
  /** What is wrong with the list as a whole; nothing is taken from it then. */
  problem: string | null
}

/** A line as it was written: its folder, and the players of each named role. */
interface WrittenLine {
  line: number
  path: string
  roles: [role: string, players: string][]
}

/** What the column of the folders may be called, in small letters. */
const folderHeads = ['folder', 'path', 'folders']

const fold = (name: string): string => name.normalize('NFC').trim().toLowerCase()

/**
 * Reads folders from a list: a dry run. There are two ways to write one. An indented list has a folder a line, each
 * under the one above that stands further left, with who plays which role after a colon: `Levers: Checker = Bo
 * Rasmussen, Checking; Author = Design`. A comma- or semicolon-separated list (RFC 4180) has the column `folder` with
 * paths, and a column for each role. People are known by name, initials, mail address or id, groups by name or id;
 * `nobody` says that nobody plays the role.
 */
export function readFolders(text: string, directory: VaultDirectory, words: Words): ReadFolders {
  const none = (problem: string): ReadFolders => ({ lines: [], folders: [], problem })
  const written = writtenIn(text.replace(/^\uFEFF/, ''))
  if (typeof written === 'string') return none(written)
  if (written.length > mostFolders)
    return none(`the list has more than ${mostFolders} folders: take it in parts`)
  return readLines(written, directory, words)
}

function writtenIn(text: string): WrittenLine[] | string {
  const { data, errors } = Papa.parse<string[]>(text, { delimiter: separatorOf(text) })
  const head = (data[0] ?? []).map(fold)
  const at = head.findIndex((cell) => folderHeads.includes(cell))
  if (at < 0) return indented(text)
  const broken = errors.find(({ type }) => type === 'Quotes')
  if (broken) return `line ${(broken.row ?? 0) + 1}: a quotation mark is not closed, or stands within a cell`
  const names = (data[0] ?? []).map((name) => name.trim())
  return data.slice(1).flatMap((row, index) => {
    const path = (row[at] ?? '').trim()
    if (row.every((cell) => cell.trim() === '')) return []
    const roles = row.flatMap((players, column): [string, string][] =>
      column === at || !players.trim() ? [] : [[names[column] ?? '', players]],
    )
    return [{ line: index + 2, path: path.startsWith('/') ? path : `/${path}`, roles }]
  })
}

/** How far a line stands to the right; a tab counts as four blanks. */
const indentOf = (line: string): number => (/^\s*/.exec(line)?.[0] ?? '').replaceAll('\t', '    ').length

function indented(text: string): WrittenLine[] {
  const above: { indent: number; path: string }[] = []
  return text.split(/\r\n|\r|\n/).flatMap((written, index) => {
    if (written.trim() === '') return []
    const indent = indentOf(written)
    while (above.length && above.at(-1)!.indent >= indent) above.pop()
    const { name, roles } = parted(written.trim())
    const own = name.replace(/^\/+|\/+$/g, '')
    const path = `${above.at(-1)?.path ?? ''}/${own}`
    above.push({ indent, path: path === '/' ? '' : path })
    return [{ line: index + 1, path, roles }]
  })
}

/** Parts `Levers: Checker = Bo Rasmussen; Author = Design` into the folder's name and who plays which role. */
function parted(line: string): { name: string; roles: [string, string][] } {
  const [, name = line, said] = /^(.*?):([^:]*=.*)$/.exec(line) ?? []
  const roles = (said ?? '')
    .split(';')
    .filter((part) => part.trim() !== '')
    .map((part): [string, string] => {
      const [role = '', ...players] = part.split('=')
      return [role.trim(), players.join('=')]
    })
  return { name: name.trim(), roles }
}

function readLines(written: WrittenLine[], directory: VaultDirectory, words: Words): ReadFolders {
  const lines: ReadLine[] = []
  const folders: ImportedFolder[] = []
  const seen = new Map<string, number>()
  const wrong = new Map<string, number>()
  let after = directory
  for (const one of written) {
    const { line, path } = one
    try {
      const earlier = seen.get(fold(path))
      if (earlier) throw new DirectoryError(`is in line ${earlier} already`)
      requireSoundAbove(path, wrong)
      const folder = asked(one, after, words)
      const above = missingAbove(after, path)
      const now = [...above, folder].reduce((before, next) => withImportedFolder(before, next, words), after)
      seen.set(fold(path), line)
      const is = statusOf(after, folder, above)
      if (is.status !== 'same') folders.push(...above, folder)
      lines.push({
        line,
        name: path,
        ...is,
        words: [is.words, ...playersIn(after, folder, words)].join('; '),
      })
      after = now
    } catch (error) {
      if (!(error instanceof DirectoryError)) throw error
      wrong.set(path, line)
      lines.push({ line, name: path, status: 'wrong', words: error.message })
    }
  }
  return { lines, folders, problem: null }
}

/** @throws DirectoryError if the line of a folder above was wrong: that folder would be made without its roles */
function requireSoundAbove(path: string, wrong: Map<string, number>): void {
  for (let above = parentOf(path); above !== '/'; above = parentOf(above)) {
    const line = wrong.get(above)
    if (line !== undefined) throw new DirectoryError(`lies below ${above}, and line ${line} is wrong`)
  }
}

/** The folder of a line, and who plays its roles, by their ids. @throws DirectoryError if a name is unknown */
function asked({ path, roles }: WrittenLine, directory: VaultDirectory, words: Words): ImportedFolder {
  if (roles.length === 0) return { path }
  const known = roles.map(([role, players]): [string, Principal[]] => [
    roleNamed(words.roles, role).id,
    playersNamed(players, directory),
  ])
  return { path, roles: Object.fromEntries(known) }
}

function roleNamed(roles: Words['roles'], asked: string): Words['roles'][number] {
  const role = roles.find(({ id, name }) => id === asked || fold(name) === fold(asked))
  if (role) return role
  const names = roles.map(({ name }) => name).join(', ') || 'none yet'
  throw new DirectoryError(`there is no role “${asked}”: the roles are ${names}`)
}

/** A name may hold a comma itself, so the whole cell is tried before it is parted. */
function playersNamed(cell: string, directory: VaultDirectory): Principal[] {
  const whole = principalsNamed(cell, directory)
  if (whole.length === 1) return whole
  return cell
    .split(/[,;|]/)
    .map((name) => name.trim())
    .filter((name) => name !== '' && fold(name) !== 'nobody')
    .map((name) => playerNamed(name, directory))
}

function playerNamed(name: string, directory: VaultDirectory): Principal {
  const found = principalsNamed(name, directory)
  if (found.length === 1) return found[0]!
  throw new DirectoryError(
    found.length
      ? `“${name}” may be ${found.length} people or groups: write a mail address`
      : `there is nobody “${name}” in the directory, and no such group`,
  )
}

/** Everybody that a name may mean; a mail address or an id comes before a name. */
function principalsNamed(name: string, directory: VaultDirectory): Principal[] {
  const wanted = fold(name)
  const people = directory.people.filter(({ active }) => active)
  const exact = people.find(({ id, mail }) => id === name.trim() || (mail !== '' && mail === wanted))
  if (exact) return [principal('person', exact.id)]
  const groups = directory.groups.filter((one) => one.id === name.trim() || fold(one.name) === wanted)
  const named = people.filter((one) => fold(one.name) === wanted || fold(one.initials ?? '') === wanted)
  return [
    ...groups.map(({ id }) => principal('group', id)),
    ...named.map(({ id }) => principal('person', id)),
  ]
}

/** The folders above a path that are not there yet, from the top. */
function missingAbove({ folders }: VaultDirectory, path: string): ImportedFolder[] {
  const there = new Set(folders.map((folder) => folder.path))
  const missing: ImportedFolder[] = []
  for (let above = parentOf(path); !there.has(above); above = parentOf(above))
    missing.unshift({ path: above })
  return missing
}

function statusOf(
  { folders }: VaultDirectory,
  { path, roles = {} }: ImportedFolder,
  above: ImportedFolder[],
): Pick<ReadLine, 'status' | 'words'> {
  const there = folders.find((folder) => folder.path === path)
  if (!there)
    return {
      status: 'new',
      words: above.length ? `new, with ${above.map((folder) => folder.path).join(' and ')} above` : 'new',
    }
  const isSame = Object.entries(roles).every(
    ([role, players]) => JSON.stringify(there.roles?.[role]) === JSON.stringify(players),
  )
  return isSame ? { status: 'same', words: 'as it is' } : { status: 'changed', words: 'is there' }
}

function playersIn(directory: VaultDirectory, { roles = {} }: ImportedFolder, words: Words): string[] {
  return Object.entries(roles).map(([role, players]) => {
    const names = players.map((player) => nameIn(directory, words, player)).join(' and ') || 'nobody'
    return `${nameIn(directory, words, principal('role', role))}: ${names}`
  })
}
