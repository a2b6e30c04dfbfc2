import Papa from 'papaparse'
import { isoDay } from '../attribute'
import { separatorOf } from '../support'

export const registerColumns = ['number', 'revision', 'title', 'date', 'author', 'text', 'status'] as const
export type RegisterColumn = (typeof registerColumns)[number]

/** One line of an archive's register: one revision of one document. */
export type RegisterEntry = { line: number; number: string; revision: string } & Record<
  Exclude<RegisterColumn, 'number' | 'revision'>,
  string | null
>

/** The lines of a register that can be used, and what is wrong with the others. */
export interface ReadRegister {
  entries: RegisterEntry[]
  problems: LineProblem[]
}

export interface LineProblem {
  line: number
  message: string
}

/** A register that cannot be read at all. */
export class RegisterError extends Error {
  constructor(message: string) {
    super(message)
    this.name = 'RegisterError'
  }
}

/** Headings that say the same, in lower case; the first that a register has is taken. */
const headings: Record<RegisterColumn, string[]> = {
  number: ['number', 'document number', 'drawing number', 'document', 'drawing', 'no', 'no.'],
  revision: ['revision', 'rev', 'rev.', 'index', 'issue'],
  title: ['title', 'description', 'name'],
  date: ['date', 'revision date', 'issued on'],
  author: ['author', 'by', 'drawn by', 'revised by'],
  text: ['change', 'text', 'remark', 'reason', 'remarks'],
  status: ['status', 'state'],
}

/**
 * Reads a CSV register (RFC 4180, separator found out). Lines that cannot be used are named by number, never
 * dropped in silence.
 * @param columns headings to use instead of the usual ones, e.g. `{ revision: "Idx" }`
 * @throws RegisterError where the file is empty or a needed column is missing.
 */
export function readRegister(
  text: string,
  columns: Partial<Record<RegisterColumn, string>> = {},
): ReadRegister {
  return readRegisterRows(numberedRows(text), columns)
}

/** The same of a register that is in rows already. @throws RegisterError */
export function readRegisterRows(
  [header, ...rows]: RegisterRowCells[],
  columns: Partial<Record<RegisterColumn, string>> = {},
): ReadRegister {
  if (!header) throw new RegisterError('the register is empty: it needs a line of column headings')
  const at = columnPlaces(header.cells, columns)
  const entries: RegisterEntry[] = []
  const problems: LineProblem[] = []
  for (const { line, cells, faults } of rows) {
    const say = (message: string) => problems.push({ line, message: `line ${line}: ${message}` })
    if (faults.length) {
      say(faults.join(', '))
      continue
    }
    if (cells.length !== header.cells.length) {
      say(`${cells.length} cells where the heading has ${header.cells.length}`)
      continue
    }
    const entry = entryOf(line, cells, at, say)
    if (entry) entries.push(entry)
  }
  return { entries, problems }
}

/** The entry of a line; undefined, and said, where it names no number or no revision. */
function entryOf(
  line: number,
  cells: string[],
  at: ReturnType<typeof columnPlaces>,
  say: (message: string) => void,
): RegisterEntry | undefined {
  const cell = (column: RegisterColumn) =>
    at[column] === undefined ? null : cells[at[column]]!.trim() || null
  const number = cell('number')
  const revision = cell('revision')
  if (!number || !revision) {
    say(`the ${number ? 'revision' : 'number'} is empty`)
    return undefined
  }
  const written = cell('date')
  const date = written === null ? null : isoDay(written)
  if (date === undefined) say(`“${written}” is no date; the line is used without it`)
  const [title, author, text, status] = [cell('title'), cell('author'), cell('text'), cell('status')]
  return { line, number, revision, title, date: date ?? null, author, text, status }
}

/** A row of a register: the line on which it begins, and what is wrong with how it is written. */
export interface RegisterRowCells {
  line: number
  cells: string[]
  faults: string[]
}

/**
 * Rows with the number of the line they start on, which differs from the row's where a quoted cell holds line
 * breaks.
 */
function numberedRows(marked: string): RegisterRowCells[] {
  const text = marked.replace(/^\uFEFF/, '')
  const rows: RegisterRowCells[] = []
  let line = 1
  let from = 0
  Papa.parse<string[]>(text, {
    delimiter: separatorOf(text),
    step({ data, errors, meta }) {
      const faults = errors
        .filter((error) => error.type === 'Quotes')
        .map((error) =>
          error.code === 'MissingQuotes'
            ? 'a quote is opened and never closed'
            : 'a quote stands in the middle of a cell',
        )
      if (data.some((cell) => cell.trim() !== ''))
        rows.push({ line, cells: data, faults: [...new Set(faults)] })
      for (; from < meta.cursor; from++) if (text[from] === '\n') line++
    },
  })
  return rows
}

function columnPlaces(
  header: string[],
  columns: Partial<Record<RegisterColumn, string>>,
): Partial<Record<RegisterColumn, number>> {
  const folded = header.map((heading) => heading.trim().toLowerCase())
  const places: Partial<Record<RegisterColumn, number>> = {}
  for (const column of registerColumns) {
    const wanted = columns[column] ? [columns[column].toLowerCase()] : headings[column]
    const found = wanted.map((heading) => folded.indexOf(heading)).find((place) => place >= 0)
    if (found !== undefined) places[column] = found
    else if (columns[column] || column === 'number' || column === 'revision')
      throw new RegisterError(
        `line 1: the register has no column for the ${column}: looked for ${wanted.join(', ')}; it has ${header.join(', ')}`,
      )
  }
  return places
}
