import { canonicalNumber, faultOfNumber } from '../numbering'
import { gather, isHint, ranked, sourceInWords, sourceKinds } from './evidence'
import type { Evidence } from './evidence/evidence'
import { forAll, trusting } from './known'
import type { NameReading } from './pattern'
import type { RegisterEntry } from './register-file'
import type { Conflict, FoundFile, PlannedFile, Profile, Settlement } from './types'
import { fileName, leaveOut } from './way-out'

/**
 * A file with everything that is known of it: what name, register, file and administrator say, and what was wrong
 * in reading it.
 */
export function readFile(
  file: FoundFile,
  name: NameReading | undefined,
  register: Map<string, RegisterEntry[]>,
  settlements: Record<string, Settlement>,
  { ranking = sourceKinds }: Profile,
): PlannedFile {
  const settled = settlements[file.path] ?? {}
  const set = { number: settled.number, revision: settled.label }
  const { places, history: table } = file.inside ?? {}
  const subject = { path: file.path, name, lines: [], places, table, set }
  const trusted = settlements[forAll('number')]?.trust
  const told = numbersTold(gather(subject), trusted ? ['hand', trusted, ...ranking] : ranking)
  const number = told[0] ? canonicalNumber(told[0].value) : null
  const lines = (number === null ? undefined : register.get(number)) ?? []
  const { path, size, sha256, problem } = file
  return {
    path,
    size,
    sha256,
    number,
    raw: null,
    label: null,
    evidence: gather({ ...subject, lines }),
    inside: file.inside,
    leftOut: settled.leaveOut ?? false,
    conflicts: [
      ...fileProblem(file),
      ...(number === null && !problem ? [nameNotRead(file)] : []),
      ...(number === null ? [] : noNumber(path, number)),
      ...(settled.number || trusted ? [] : numbersDisagree(path, told)),
    ],
  }
}

/** What says the number of a file, the most believed first; a hint finds no document. */
const numbersTold = (evidence: Evidence[], ranking: readonly string[]): Evidence[] =>
  ranked(evidence, 'number', ranking).filter(({ source }) => !isHint(source))

function numbersDisagree(path: string, told: Evidence[]): Conflict[] {
  const numbers = told.map(({ value }) => canonicalNumber(value))
  const different = told.filter((_, index) => numbers.indexOf(numbers[index]!) === index)
  if (different.length < 2) return []
  const says = different.map(({ value, source }) => `${sourceInWords(source)} says ${value}`).join(', ')
  const take = different.map(({ value }) => ({
    text: `take ${value}`,
    key: path,
    settlement: { number: value },
  }))
  return [
    {
      code: 'sources-disagree',
      message: `${fileName(path)}: the sources disagree on the number: ${says}`,
      waysOut: [...take, ...trusting('number', different), leaveOut(path)],
    },
  ]
}

function fileProblem({ path, problem }: FoundFile): Conflict[] {
  if (!problem) return []
  const { code, message } = problem
  return [{ code, message: `${fileName(path)}: ${message}`, waysOut: [leaveOut(path)] }]
}

/** Holds a file back if no document can have its number. */
function noNumber(path: string, number: string): Conflict[] {
  const fault = faultOfNumber(number)
  if (!fault) return []
  return [{ code: 'name-not-read', message: `${fileName(path)}: ${fault}`, waysOut: [leaveOut(path)] }]
}

const nameNotRead = ({ path }: FoundFile): Conflict => ({
  code: 'name-not-read',
  message: `no pattern reads a number out of ${fileName(path)}, and nothing inside of it says one`,
  waysOut: [leaveOut(path)],
})
