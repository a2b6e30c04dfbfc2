import { compare, positionOf, type RevisionScheme } from '../revision'
import type { Weighing } from './known'
import { readHistory, readLabel, settleDisagreement } from './reconcile'
import type { RegisterEntry } from './register-file'
import { sameTwice } from './same'
import { addTableRows, type History } from './table-rows'
import type { Conflict, PlannedFile } from './types'

/** The files and register lines of one number, read by a scheme. */
export interface Revisions {
  scheme: RevisionScheme
  /** With their labels, as far as they could be read, and what stands against each. */
  files: PlannedFile[]
  /** The register's lines and the rows of revision tables by their labels. */
  history: History
  /** The file of the newest revision; where no label can be read, the last one. */
  newest: PlannedFile
  conflicts: Conflict[]
}

/** Reads every label of files and register by a scheme, and lists what disagrees. The files given are left alone. */
export function readRevisions(
  scheme: RevisionScheme,
  number: string,
  found: PlannedFile[],
  entries: RegisterEntry[],
  weighing: Weighing,
): Revisions {
  const { settlements } = weighing
  const files = found.map((file) => ({ ...file, conflicts: [...file.conflicts] }))
  const { history, conflicts } = readHistory(scheme, number, entries, settlements)
  for (const file of files) readLabel(scheme, file, history, weighing)
  const disagreements = settleDisagreement(scheme, number, files, history, settlements)
  sameTwice(files)
  const newest = newestOf(scheme, files)
  const rows = addTableRows(scheme, history, files, newest, settlements)
  return {
    scheme,
    files,
    history,
    newest,
    conflicts: [...conflicts, ...disagreements, ...rows],
  }
}

function newestOf(scheme: RevisionScheme, files: PlannedFile[]): PlannedFile {
  const labelled = files.filter(({ label }) => label !== null)
  if (labelled.length === 0) return files.at(-1)!
  return labelled.reduce((newest, file) =>
    compare(scheme, positionOf(scheme, file.label!), positionOf(scheme, newest.label!)) > 0 ? file : newest,
  )
}

/** Files in revision order. */
export const inRevisionOrder = ({ scheme, files }: Revisions): PlannedFile[] =>
  [...files].sort((a, b) => compare(scheme, positionOf(scheme, a.label!), positionOf(scheme, b.label!)))
