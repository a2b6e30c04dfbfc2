import type { Reason } from '../access'
import { type Command, ofKind } from './commands'
import type { DocumentSnapshot, RegisterRow, Written } from './document'
import type { Progress } from './round'

/** The engine's answer to an act: every reason against, how far a quorum is, or what it does, in order. */
export type Decision =
  | { answer: 'refused'; reasons: Reason[] }
  | { answer: 'progress'; progress: Progress; commands: Command[] }
  | { answer: 'done'; commands: Command[] }

export const refused = (reasons: Reason[]): Decision => ({ answer: 'refused', reasons })
export const progress = (how: Progress, commands: Command[]): Decision => ({
  answer: 'progress',
  progress: how,
  commands,
})
export const done = (commands: Command[]): Decision => ({ answer: 'done', commands })

/** Every reason against; empty where nothing stands against it. */
export const reasonsAgainst = (decision: Decision): Reason[] =>
  decision.answer === 'refused' ? decision.reasons : []

/** What an act does to a document, summed up for people. */
export interface Outcome {
  from: string
  to: string
  before: string | null
  after: string | null
  /** The row that is added to the register, where one is. */
  register: RegisterRow | null
  /** The new version's number, where one is made. */
  version: number | null
  written: Written[]
}

/** What commands do to a document, summed up. */
export function outcomeOf(document: DocumentSnapshot, commands: Command[]): Outcome {
  const [state] = ofKind(commands, 'set-state')
  const [label] = ofKind(commands, 'set-label')
  return {
    from: document.state,
    to: state?.to ?? document.state,
    before: document.revision,
    after: label ? label.after : document.revision,
    register: ofKind(commands, 'add-register-row')[0]?.row ?? null,
    version: ofKind(commands, 'add-version')[0]?.version ?? null,
    written: ofKind(commands, 'write-attribute').map(({ attribute, before, after }) => ({
      attribute,
      before,
      after,
    })),
  }
}

/** A decision as it is told to people: what would come of it, or every reason against. */
export type Told =
  /** With how far its round would be, where it is a signature of which others are missing. */
  { ok: true; outcome: Outcome; progress?: Progress } | { ok: false; reasons: Reason[] }

export const told = (document: DocumentSnapshot, decision: Decision): Told =>
  decision.answer === 'refused'
    ? { ok: false, reasons: decision.reasons }
    : {
        ok: true,
        outcome: outcomeOf(document, decision.commands),
        ...(decision.answer === 'progress' ? { progress: decision.progress } : {}),
      }
