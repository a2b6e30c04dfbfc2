import type { Reason } from '../access'
import { type Lifecycle, lifecycleOf, schemeFor } from '../configuration'
import { compare, parse, type Position, refusalSentence, type RevisionScheme } from '../revision'
import { type Command, ofKind } from './commands'
import { type Decision, done, outcomeOf, refused } from './decision'
import type { Correction, DocumentSnapshot, RegisterRow, Written } from './document'
import { writtenLabel } from './relabel'
import { allowsAll } from './rights'
import { checkedIn, commentGiven, type Standing } from './standing'

/** A register row, by its place, and the label it should have had. */
export interface CorrectionRequest extends Standing {
  row: number
  label: string
}

/**
 * What correcting a label in the register would do, or every reason against. The row keeps what it was, with
 * who changed it
 * and why. The order of the register must hold: a label stays between those of the rows before and after it.
 */
export function decideCorrection(request: CorrectionRequest): Decision {
  const { configuration, document, row: index } = request
  const lifecycle = lifecycleOf(configuration, document.lifecycle)
  const where = `the register of ${document.number}`
  const because = (message: string, wayOut: string): Reason => ({ rule: 'label', message, where, wayOut })
  const before = document.register[index]
  if (!before)
    return refused([because(`${where} has no row ${index + 1}`, 'look at the document as it is now')])
  const scheme = schemeFor(configuration, lifecycle)
  const label = correctLabel(scheme, document.register, index, request.label)
  const reasons = [
    ...checkedIn(request),
    ...allowsAll(request, lifecycle, ['adopt']).reasons,
    ...('reason' in label ? [because(label.reason, label.wayOut)] : []),
    ...commentGiven(request, 'correcting a label', where),
  ]
  if (reasons.length || 'reason' in label) return refused(reasons)
  return done(corrected(request, lifecycle, before, label.label))
}

/** The row as it will stand, with what it was; document and record follow where the row is the current one. */
function corrected(
  { document, person, today, comment, row: index }: CorrectionRequest,
  lifecycle: Lifecycle,
  before: RegisterRow,
  label: string,
): Command[] {
  const correction: Correction = { label: before.label, on: today, by: person.name, why: comment!.trim() }
  const row = { ...before, label, was: [...(before.was ?? []), correction] }
  const isCurrent =
    before.label === document.revision &&
    index === document.register.findLastIndex((other) => other.label === before.label)
  return [
    { kind: 'correct-register-row', index, before: before.label, row },
    ...(isCurrent
      ? [
          { kind: 'set-label' as const, before: before.label, after: label },
          ...writtenLabel(lifecycle, document, label),
        ]
      : []),
  ]
}

type Answer = { label: string } | { reason: string; wayOut: string }

/** The canonical label for a row, or why it cannot be that one. */
function correctLabel(scheme: RevisionScheme, register: RegisterRow[], index: number, raw: string): Answer {
  const reading = parse(scheme, raw)
  if (!reading.ok) {
    const wayOut = reading.nearest.length
      ? `enter ${reading.nearest.join(' or ')}`
      : 'enter a label of the scheme'
    return { reason: refusalSentence(scheme, raw, reading.reason, reading.nearest), wayOut }
  }
  const { canonical, position } = reading
  if (canonical === register[index]!.label)
    return { reason: `${canonical} is what the row says already`, wayOut: 'enter the label it should have' }
  if (register.some((row) => row.label === canonical)) {
    const wayOut = 'enter another label, or correct that row first'
    return { reason: `${canonical} stands in the register already`, wayOut }
  }
  return outOfOrder(scheme, register, index, position, canonical) ?? { label: canonical }
}

/** Why a label would break the order of the register at a row; undefined where it would not. */
function outOfOrder(
  scheme: RevisionScheme,
  register: RegisterRow[],
  index: number,
  position: Position,
  label: string,
): Answer | undefined {
  const beyond = (rows: RegisterRow[], order: 1 | -1) =>
    rows.find((row) => {
      const other = parse(scheme, row.label)
      return other.ok && Math.sign(compare(scheme, other.position, position)) === order
    })
  const later = beyond(register.slice(0, index), 1)?.label
  const earlier = beyond(register.slice(index + 1), -1)?.label
  if (later) {
    const reason = `${later} was registered before this row, and ${label} would come before it`
    return { reason, wayOut: `enter a label after ${later}` }
  }
  if (!earlier) return undefined
  const reason = `${earlier} was registered after this row, and ${label} would come after it`
  return { reason, wayOut: `enter a label before ${earlier}` }
}

/** A correction as it is told to people: the row as it will stand, and what follows where it is the current one. */
export type ToldCorrection =
  | { ok: true; corrected: { row: RegisterRow; current: boolean; written: Written[] } }
  | { ok: false; reasons: Reason[] }

export function toldCorrection(document: DocumentSnapshot, decision: Decision): ToldCorrection {
  if (decision.answer === 'refused') return { ok: false, reasons: decision.reasons }
  const { commands } = decision
  const [correction] = ofKind(commands, 'correct-register-row')
  const { written } = outcomeOf(document, commands)
  const current = ofKind(commands, 'set-label').length > 0
  return { ok: true, corrected: { row: correction!.row, current, written } }
}
