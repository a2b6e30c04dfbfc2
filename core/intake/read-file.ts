import { canonicalNumber } from '../numbering'
import { gather, ranked, sourceKinds } from './evidence'
import type { NameReading } from './pattern'
import type { RegisterEntry } from './register-file'
import type { Conflict, FoundFile, PlannedFile, Profile, Settlement } from './types'
import { fileName, leaveOut } from './way-out'

/**
 * A file with everything that is known of it: what name, register and administrator say, and what was wrong
 * in reading it.
 */
export function readFile(
  file: FoundFile,
  name: NameReading | undefined,
  register: Map<string, RegisterEntry[]>,
  settled: Settlement,
  { ranking = sourceKinds }: Profile,
): PlannedFile {
  const set = { number: settled.number, revision: settled.label }
  const subject = { path: file.path, name, lines: [], set }
  const told = ranked(gather(subject), 'number', ranking)[0]?.value ?? null
  const number = told === null ? null : canonicalNumber(told)
  const lines = (number === null ? undefined : register.get(number)) ?? []
  const { path, size, sha256, problem } = file
  return {
    path,
    size,
    sha256,
    number,
    raw: settled.label ?? name?.revision ?? null,
    label: null,
    evidence: gather({ ...subject, lines }),
    leftOut: settled.leaveOut ?? false,
    conflicts: [...fileProblem(file), ...(number === null && !problem ? [nameNotRead(file)] : [])],
  }
}

function fileProblem({ path, problem }: FoundFile): Conflict[] {
  if (!problem) return []
  const { code, message } = problem
  return [{ code, message: `${fileName(path)}: ${message}`, waysOut: [leaveOut(path)] }]
}

const nameNotRead = ({ path }: FoundFile): Conflict => ({
  code: 'name-not-read',
  message: `no pattern reads a number out of ${fileName(path)}`,
  waysOut: [leaveOut(path)],
})
