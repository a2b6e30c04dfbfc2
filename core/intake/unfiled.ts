import type { PlanInput } from './plan'
import { forAll } from './known'
import type { RegisterEntry } from './register-file'
import type { Conflict, PlannedDocument } from './types'

/**
 * Lines of the register of whose number neither the archive has a file nor the vault a document: there is nothing to
 * make a document of.
 */
export function unfiled(
  { profile, settlements, inVault }: PlanInput,
  register: Map<string, RegisterEntry[]>,
  filed: Set<string>,
): PlannedDocument[] {
  const code = 'line-without-file'
  if (settlements[forAll(code)]?.leaveOut) return []
  return [...register].flatMap(([number, entries]) => {
    const lines = entries.filter(({ line }) => !settlements[`line ${line}`]?.leaveOut)
    if (filed.has(number) || lines.length === 0 || settlements[numberKey(number)]?.leaveOut) return []
    if (inVault(number)) return []
    return [withoutFile(number, lines, profile.folder, conflict(number, lines))]
  })
}

/** The key of what is decided of all lines of a number. */
const numberKey = (number: string): string => `number ${number}`

function conflict(number: string, lines: RegisterEntry[]): Conflict {
  const named = lines.map(({ line }) => line)
  const where = named.length === 1 ? `line ${named[0]}` : `lines ${named.join(', ')}`
  return {
    code: 'line-without-file',
    message: `register, ${where}: ${number} has no file in the archive`,
    waysOut: [
      {
        text: named.length === 1 ? `leave ${where} out` : `leave the lines of ${number} out`,
        key: numberKey(number),
        settlement: { leaveOut: true },
      },
      {
        text: 'leave out every line without a file',
        key: forAll('line-without-file'),
        settlement: { leaveOut: true },
      },
    ],
  }
}

const withoutFile = (
  number: string,
  lines: RegisterEntry[],
  folder: string,
  held: Conflict,
): PlannedDocument => ({
  ...{ number, folder, title: lines.findLast(({ title }) => title)?.title ?? null },
  ...{ classId: null, lifecycle: null, targetState: null, transition: null, record: {}, history: [] },
  ...{ legacy: null, files: [], references: [], prediction: null, conflicts: [held], ready: false },
})
