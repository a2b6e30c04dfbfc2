import type { Reason } from '../access'
import type { DocumentRecord } from '../attribute'
import type { Command, DocumentSnapshot, Letter, Progress, RegisterRow } from '../engine'

/** A document after an act, as an answer tells it. */
export interface ToldDocument {
  number: string
  state: string
  revision: string | null
  version: number
  owner: string
  checkedOutBy: string | null
  record: DocumentRecord
  register: Pick<RegisterRow, 'label' | 'origin' | 'version'>[]
}

/** What would come of an act, or every reason against it. */
export type Answer =
  | {
      ok: true
      document: ToldDocument
      progress?: Progress
      unattended: string[]
      notices: Pick<Letter, 'to' | 'subject' | 'body'>[]
      jobs: Extract<Command, { kind: 'queue-job' }>['job'][]
      undecided?: { transitions: string[]; reasons: Reason[] }
    }
  | { ok: false; reasons: Reason[] }

/** A document as an answer tells it; what is empty in its record is left out. */
export const toldDocument = (document: DocumentSnapshot): ToldDocument => ({
  number: document.number,
  state: document.state,
  revision: document.revision,
  version: document.version,
  owner: document.owner,
  checkedOutBy: document.checkedOutBy?.id ?? null,
  record: Object.fromEntries(Object.entries(document.record).filter(([, value]) => value !== null)),
  register: document.register.map(({ label, origin, version }) => ({ label, origin, version })),
})

/**
 * Whether what is expected is in an answer: every name of an object, every entry of a list in its place; null also
 * stands for what is not there.
 */
export function contains(answer: unknown, expected: unknown): boolean {
  if (expected === null) return answer === null || answer === undefined
  if (typeof expected !== 'object') return answer === expected
  if (typeof answer !== 'object' || answer === null) return false
  if (Array.isArray(expected))
    return (
      Array.isArray(answer) &&
      answer.length === expected.length &&
      expected.every((one, index) => contains(answer[index], one))
    )
  return Object.entries(expected).every(([name, value]) =>
    contains((answer as Record<string, unknown>)[name], value),
  )
}
