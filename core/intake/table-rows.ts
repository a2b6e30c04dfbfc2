import { isoDay } from '../attribute'
import type { FileHistoryRow } from '../formats'
import { parse, refusalSentence, type RevisionScheme } from '../revision'
import { forAll } from './known'
import type { RegisterEntry } from './register-file'
import type { Conflict, PlannedFile, Settlement } from './types'
import { fileName } from './way-out'

/** What is known of a revision: a line of the register, or a row of the revision table in the file `table`. */
export type HistoryLine = RegisterEntry & { table?: string }

/** The revisions of one number, by canonical label. */
export type History = Map<string, HistoryLine>

type Settlements = Record<string, Settlement>
const rowKey = (path: string, row: number): string => `row ${row} of ${path}`

/**
 * Adds the rows of revision tables to a history: those of the newest file, and of each other the row of its own label,
 * which says more of that revision than a later sheet does. A line of the register stays, and a row fills what it
 * leaves out.
 * @returns what stands against rows of the newest file whose label is none
 */
export function addTableRows(
  scheme: RevisionScheme,
  history: History,
  files: PlannedFile[],
  newest: PlannedFile,
  settlements: Settlements,
): Conflict[] {
  const conflicts: Conflict[] = []
  const rowOfOwn = new Map(
    files.flatMap((file): [string, [PlannedFile, number]][] =>
      file.row && file.label ? [[file.label, [file, file.row]]] : [],
    ),
  )
  for (const [label, [file, row]] of rowOfOwn) add(history, label, file, row)
  newest.inside?.history.forEach(({ revision }, index) => {
    const decided = settlements[rowKey(newest.path, index + 1)]
    if (decided?.leaveOut) return
    const raw = decided?.label ?? revision
    const reading = parse(scheme, raw)
    if (reading.ok) {
      if (!rowOfOwn.has(reading.canonical)) add(history, reading.canonical, newest, index + 1)
    } else if (!settlements[forAll('label-refused')]?.leaveOut)
      conflicts.push(refused(scheme, newest, index + 1, raw, reading))
  })
  return conflicts
}

/** Puts a row into a history: a line of the register stays as it is, but for what it leaves out. */
function add(history: History, label: string, { number, path, inside }: PlannedFile, row: number): void {
  const { date, by, text } = inside!.history[row - 1]!
  const told = { date: dayOf(date), author: by.trim() || null, text: text.trim() || null }
  const line = history.get(label)
  if (!line) {
    const nothing = { title: null, status: null }
    history.set(label, { line: row, number: number!, revision: label, ...nothing, ...told, table: path })
    return
  }
  const filled = Object.entries(told).map(([field, value]) => [
    field,
    line[field as keyof typeof told] ?? value,
  ])
  history.set(label, { ...line, ...Object.fromEntries(filled) })
}

const dayOf = (text: FileHistoryRow['date']): string | null =>
  text.trim() ? (isoDay(text.trim()) ?? text.trim()) : null

function refused(
  scheme: RevisionScheme,
  { number, path }: PlannedFile,
  row: number,
  raw: string,
  { nearest, reason }: Extract<ReturnType<typeof parse>, { ok: false }>,
): Conflict {
  const key = rowKey(path, row)
  const where = `${number}, row ${row} of the revision table in ${fileName(path)}`
  return {
    code: 'label-refused',
    message: `${where}: ${refusalSentence(scheme, raw, reason, nearest)}`,
    waysOut: [
      ...nearest.map((label) => ({ text: `take ${label} in row ${row}`, key, settlement: { label } })),
      { text: `leave row ${row} out`, key, settlement: { leaveOut: true } },
      {
        text: 'leave out every row of a revision table whose label is none',
        key: forAll('label-refused'),
        settlement: { leaveOut: true },
      },
    ],
  }
}
