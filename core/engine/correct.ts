import { allowsAll } from './rights'
import { compare, parse, refusalSentence, type RevisionScheme } from '../revision'
import { lifecycleOf, schemeFor } from '../configuration'
import { checkedIn, commentGiven, type Standing, writtenLabel } from './outcome'
import type { Reason } from '../access'
import type { Correction, RegisterRow, Written } from './document'

/** A register row, by its place, and the label it should have had. */
export interface CorrectionRequest extends Standing {
  row: number
  label: string
}

/** The row as it will stand, with what it was; and what follows where the row is the current one. */
export interface Corrected {
  row: RegisterRow
  current: boolean
  written: Written[]
}

/**
 * What correcting a label in the register would do, or every reason against. The row keeps what it was, with who changed it
 * and why. The order of the register must hold: a label stays between those of the rows before and after it.
 */
export function decideCorrection(
  request: CorrectionRequest,
): { ok: true; corrected: Corrected } | { ok: false; reasons: Reason[] } {
  const { configuration, document, person, today, comment } = request
  const lifecycle = lifecycleOf(configuration, document.lifecycle)
  const before = document.register[request.row]
  const where = `the register of ${document.number}`
  if (!before)
    return {
      ok: false,
      reasons: [
        {
          rule: 'label',
          message: `${where} has no row ${request.row + 1}`,
          where,
          wayOut: 'look at the document as it is now',
        },
      ],
    }
  const label = correctLabel(
    schemeFor(configuration, lifecycle),
    document.register,
    request.row,
    request.label,
  )
  const reasons = [
    ...checkedIn(request),
    ...allowsAll(request, lifecycle, ['adopt']).reasons,
    ...('reason' in label
      ? [{ rule: 'label' as const, message: label.reason, where, wayOut: label.wayOut }]
      : []),
    ...commentGiven(request, 'correcting a label', where),
  ]
  if (reasons.length || 'reason' in label) return { ok: false, reasons }
  const correction: Correction = { label: before.label, on: today, by: person.name, why: comment!.trim() }
  const current =
    before.label === document.revision &&
    request.row === document.register.findLastIndex((row) => row.label === before.label)
  return {
    ok: true,
    corrected: {
      row: { ...before, label: label.label, was: [...(before.was ?? []), correction] },
      current,
      written: current ? writtenLabel(lifecycle, document, label.label) : [],
    },
  }
}

function correctLabel(
  scheme: RevisionScheme,
  register: RegisterRow[],
  index: number,
  raw: string,
): { label: string } | { reason: string; wayOut: string } {
  const reading = parse(scheme, raw)
  if (!reading.ok)
    return {
      reason: refusalSentence(scheme, raw, reading.reason, reading.nearest),
      wayOut: reading.nearest.length
        ? `enter ${reading.nearest.join(' or ')}`
        : 'enter a label of the scheme',
    }
  const { canonical, position } = reading
  if (canonical === register[index]!.label)
    return { reason: `${canonical} is what the row says already`, wayOut: 'enter the label it should have' }
  if (register.some((row) => row.label === canonical))
    return {
      reason: `${canonical} stands in the register already`,
      wayOut: 'enter another label, or correct that row first',
    }
  const side = (rows: RegisterRow[], order: 1 | -1) =>
    rows.find((row) => {
      const other = parse(scheme, row.label)
      return other.ok && Math.sign(compare(scheme, other.position, position)) === order
    })
  const later = side(register.slice(0, index), 1)
  if (later)
    return {
      reason: `${later.label} was registered before this row, and ${canonical} would come before it`,
      wayOut: `enter a label after ${later.label}`,
    }
  const earlier = side(register.slice(index + 1), -1)
  if (earlier)
    return {
      reason: `${earlier.label} was registered after this row, and ${canonical} would come after it`,
      wayOut: `enter a label before ${earlier.label}`,
    }
  return { label: canonical }
}
