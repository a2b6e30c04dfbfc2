import { type Position, type Reading, RevisionError, type RevisionScheme } from './types'
import { labelAt } from './format'
import { nearestLabels } from './nearest'
import { longestLabel, positionsOf } from './positions'
import { prepareScheme } from './prepare'
import { misfits, plain, tolerated, unworded } from './tolerate'

/**
 * Reads a label as people write it.
 * Exact, or tolerated (then `canonical` is how the scheme writes it), or refused with a reason and the
 * nearest legal labels.
 * A tolerated reading is never taken where two labels would be: that is `ambiguous`.
 */
export function parse(scheme: RevisionScheme, text: string): Reading {
  const spelled = readSpelling(scheme, text)
  if (spelled) return spelled

  const exact = positionsOf(scheme, text)
  if (exact.length === 1) return { ok: true, exact: true, canonical: text, position: exact[0]! }
  if (exact.length > 1) return { ok: false, reason: 'ambiguous', nearest: [text] }

  if (text.length > longestLabel) return { ok: false, reason: 'unknown', nearest: [] }
  const readings = tolerated(scheme, text)
  if (readings.length === 1)
    return { ok: true, exact: false, canonical: readings[0]!.label, position: readings[0]!.position }
  if (readings.length > 1)
    return { ok: false, reason: 'ambiguous', nearest: readings.map((reading) => reading.label) }

  const misfit = misfits(scheme, text)
  return misfit
    ? { ok: false, ...misfit }
    : { ok: false, reason: 'unknown', nearest: nearestLabels(scheme, unworded(plain(text)).at(-1)!) }
}

/** Whether a label is read at all, exactly or tolerated: `parse` without the reasons. */
export function reads(scheme: RevisionScheme, text: string): boolean {
  if (readSpelling(scheme, text)) return true
  const exact = positionsOf(scheme, text).length
  return exact > 0 ? exact === 1 : text.length <= longestLabel && tolerated(scheme, text).length === 1
}

/** A legacy spelling of the scheme, first as written, then with case and blanks forgiven. */
function readSpelling(scheme: RevisionScheme, text: string): Reading | undefined {
  const { spellings } = prepareScheme(scheme)
  if (spellings.size === 0 || text.length > longestLabel) return undefined
  const folded = plain(text).toUpperCase()
  const label =
    spellings.get(text) ??
    [...spellings].find(
      ([spelling]) => spelling.toUpperCase() === folded && positionsOf(scheme, text).length === 0,
    )?.[1]
  if (label === undefined) return undefined
  const [position] = positionsOf(scheme, label)
  return position && { ok: true, exact: label === text, canonical: label, position }
}

/**
 * The position of a label that must be legal.
 * @throws RevisionError `label-refused` with the reason and the nearest labels.
 */
export function positionOf(scheme: RevisionScheme, label: string): Position {
  const reading = parse(scheme, label)
  if (reading.ok) return reading.position
  throw new RevisionError(
    'label-refused',
    refusalSentence(scheme, label, reading.reason, reading.nearest),
    label,
  )
}

/** A refusal in words, with the way out. */
export function refusalSentence(
  scheme: RevisionScheme,
  label: string,
  reason: string,
  nearest: string[],
): string {
  const shown = label.length > 40 ? `${label.slice(0, 40)}…` : label
  const why: Record<string, string> = {
    unknown: `is no label of “${scheme.name}”`,
    'skipped-letter': `uses a letter that “${scheme.name}” skips`,
    'out-of-range': `lies outside the counters of “${scheme.name}”`,
    ambiguous: `can be read as more than one label of “${scheme.name}”`,
  }
  const near = nearest.length ? `; nearest: ${nearest.join(', ')}` : ''
  return `“${shown}” ${why[reason]}${near}`
}

/** The label of the very first revision of a scheme. */
export function first(scheme: RevisionScheme, series = 0): Position {
  const at = prepareScheme(scheme).series[series]
  const position = { series, major: 0, minor: at?.minor && at.place !== 'after' ? 0 : null }
  if (labelAt(scheme, position) === undefined)
    throw new RevisionError('series-unknown', `“${scheme.name}” has no series ${series + 1}`)
  return position
}
