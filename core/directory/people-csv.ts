import Papa from 'papaparse'
import { separatorOf } from '../support'
import { DirectoryError, type DirectoryPerson, type VaultDirectory } from './types'
import { type ImportedPerson, mostPeople } from './changes/import-people'
import { changeInWords } from './changes'
import { groupNames, idForPerson, normalMail, properPerson } from './changes/people'

/** What a line of the list would do, or what is wrong with it. */
export interface ReadLine {
  /** As a text editor counts: the heads are line 1. */
  line: number
  name: string
  status: 'new' | 'changed' | 'same' | 'wrong'
  words: string
}

/** A list of people as it was read: what each line would do, and all that can be done, as one change. */
export interface ReadPeople {
  lines: ReadLine[]
  people: ImportedPerson[]
  /** What is wrong with the list as a whole; nothing is taken from it then. */
  problem: string | null
}

/** What a column may be called, in small letters. */
const heads = {
  id: ['id', 'person', 'number'],
  name: ['name', 'full name'],
  initials: ['initials', 'short name'],
  mail: ['mail', 'e-mail', 'email', 'mail address', 'address'],
  groups: ['groups', 'group', 'departments', 'department'],
  administrator: ['administrator', 'admin'],
  active: ['active'],
} as const
type Column = keyof typeof heads
const columns = Object.keys(heads) as Column[]

/**
 * People from a comma- or semicolon-separated list (RFC 4180) with heads in its first line: a dry run. Who is meant is
 * known by id, else by mail address. Groups stand in one cell, separated by semicolons or bars; a group that there is
 * not makes its line wrong.
 */
export function readPeople(text: string, directory: VaultDirectory): ReadPeople {
  const list = text.replace(/^\uFEFF/, '')
  const { data, errors } = Papa.parse<string[]>(list, { delimiter: separatorOf(list) })
  const none = (problem: string): ReadPeople => ({ lines: [], people: [], problem })
  const broken = errors.find(({ type }) => type === 'Quotes')
  if (broken)
    return none(`line ${(broken.row ?? 0) + 1}: a quotation mark is not closed, or stands within a cell`)
  const at = columnsOf(data[0] ?? [])
  if (typeof at === 'string') return none(at)
  if (data.length > mostPeople + 1)
    return none(`the list has more than ${mostPeople} lines: take it in parts`)
  return readLines(data.slice(1), at, directory)
}

function columnsOf(head: string[]): Partial<Record<Column, number>> | string {
  const found: Partial<Record<Column, number>> = {}
  for (const [index, cell] of head.entries()) {
    const name = cell.trim().toLowerCase()
    const column = columns.find((one) => (heads[one] as readonly string[]).includes(name))
    if (!column && name) return `the column “${cell.trim()}” is none that people have: ${columns.join(', ')}`
    if (column && found[column] !== undefined) return `two columns are ${column}: leave one out`
    if (column) found[column] = index
  }
  if (found.mail === undefined && found.id === undefined)
    return 'the first line names no column “mail”, by which people are told apart'
  return found
}

function readLines(
  rows: string[][],
  at: Partial<Record<Column, number>>,
  directory: VaultDirectory,
): ReadPeople {
  const lines: ReadLine[] = []
  const people: ImportedPerson[] = []
  const seen = new Map<string, number>()
  let after = directory
  rows.forEach((row, index) => {
    if (row.every((cell) => cell.trim() === '')) return
    const line = index + 2
    const cell = (column: Column) => (at[column] === undefined ? undefined : (row[at[column]!] ?? '').trim())
    try {
      const read = readLine(cell, after, row.length > Math.max(...Object.values(at)) + 1 && hasMore(row, at))
      const earlier = seen.get(read.key)
      if (earlier) throw new DirectoryError(`is in line ${earlier} already`)
      seen.set(read.key, line)
      if (read.person) people.push(read.person)
      after = read.after
      lines.push({ line, name: read.name, status: read.status, words: read.words })
    } catch (error) {
      if (!(error instanceof DirectoryError)) throw error
      lines.push({ line, name: cell('name') ?? cell('mail') ?? '', status: 'wrong', words: error.message })
    }
  })
  return { lines, people, problem: null }
}

/** Whether a line has filled cells beyond those that the heads name. */
const hasMore = (row: string[], at: Partial<Record<Column, number>>): boolean =>
  row.slice(Math.max(...Object.values(at)) + 1).some((cell) => cell.trim() !== '')

function readLine(
  cell: (column: Column) => string | undefined,
  directory: VaultDirectory,
  isTooLong: boolean,
) {
  if (isTooLong) throw new DirectoryError('has more cells than the first line has heads')
  const mail = cell('mail')
  const known = directory.people.find(
    ({ id, mail: own }) =>
      (cell('id') && id === cell('id')) || (!cell('id') && mail && own === normalMail(mail)),
  )
  const said = readCells(cell, directory)
  if (!known) {
    if (cell('active') && !said.active)
      throw new DirectoryError('is deactivated and not in the directory: leave it out')
    const { active: _, ...rest } = said
    const id = cell('id') || idForPerson(directory, said.name ?? '')
    const entry = {
      id,
      name: '',
      initials: null,
      mail: '',
      groups: [],
      administrator: false,
      ...rest,
      active: true,
    }
    const proper = properPerson(directory, entry)
    const person: ImportedPerson = { ...rest, person: id }
    return {
      ...{ key: id, name: proper.name, person, status: 'new' as const },
      words: `new, in ${groupNames(directory, proper.groups)}${proper.administrator ? ', administrator' : ''}`,
      after: { ...directory, people: [...directory.people, proper] },
    }
  }
  return changedLine(directory, known, said)
}

const noWords = { roles: [], lifecycles: [], classes: [] }

function changedLine(
  directory: VaultDirectory,
  known: DirectoryPerson,
  said: Omit<ImportedPerson, 'person'>,
) {
  const proper = properPerson(directory, { ...known, ...said })
  const different = Object.entries(said).filter(
    ([name]) =>
      JSON.stringify(proper[name as keyof DirectoryPerson]) !==
      JSON.stringify(known[name as keyof DirectoryPerson]),
  )
  const key = known.id
  if (different.length === 0)
    return {
      key,
      name: known.name,
      person: null,
      status: 'same' as const,
      words: 'as it is',
      after: directory,
    }
  const change: ImportedPerson = { person: known.id, ...Object.fromEntries(different) }
  return {
    ...{ key, name: known.name, person: change, status: 'changed' as const },
    words: changeInWords(directory, { kind: 'change-person', ...change, person: known.id }, noWords).replace(
      /^.*?: /,
      '',
    ),
    after: {
      ...directory,
      people: directory.people.map((person) => (person.id === known.id ? proper : person)),
    },
  }
}

/** What the cells of a line say; a column that is not there, or a cell that is empty, says nothing. */
function readCells(
  cell: (column: Column) => string | undefined,
  directory: VaultDirectory,
): Omit<ImportedPerson, 'person'> {
  const groups = cell('groups')
  const read: Omit<ImportedPerson, 'person'> = {}
  if (cell('name')) read.name = cell('name')
  if (cell('initials')) read.initials = cell('initials')
  if (cell('mail')) read.mail = cell('mail')
  if (groups) read.groups = readGroups(groups, directory)
  for (const column of ['administrator', 'active'] as const) {
    const answer = cell(column)
    if (answer) read[column] = readYesNo(answer, column)
  }
  return read
}

function readGroups(cell: string, { groups }: VaultDirectory): string[] {
  return cell
    .split(/[;|]/)
    .map((name) => name.trim())
    .filter(Boolean)
    .map((name) => {
      const folded = name.normalize('NFC').toLowerCase()
      const group = groups.find(
        (one) => one.id === name || one.name.normalize('NFC').toLowerCase() === folded,
      )
      if (!group) throw new DirectoryError(`there is no group “${name}”: add it first, or leave it out`)
      return group.id
    })
}

const yes = ['yes', 'y', 'true', '1', 'x']
const no = ['no', 'n', 'false', '0']

function readYesNo(answer: string, column: string): boolean {
  const folded = answer.toLowerCase()
  if (yes.includes(folded)) return true
  if (no.includes(folded)) return false
  throw new DirectoryError(`${column} is “${answer}”, and neither yes nor no`)
}
