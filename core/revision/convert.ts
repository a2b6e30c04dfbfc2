import { type Position, RevisionError, type RevisionScheme, type Step } from './types'
import { compare } from './compare'
import { format } from './format'
import { first, parse } from './parse'
import { step } from './step'

/** One label of the old scheme and what it becomes; `by` says where that comes from. */
export interface ConversionRow {
  from: string
  to: string | null
  by: 'same label' | 'order' | 'hand' | 'nothing'
}

/** Where a table would spoil the order of labels, or leave one without an equivalent. */
export interface ConversionFault {
  kind: 'missing' | 'refused' | 'order' | 'merged'
  from: string
  to: string | null
  message: string
}

/** As a fault, in the history of a document. */
export interface HistoryFault extends ConversionFault {
  document: string
}

/**
 * Proposes what each label of one scheme becomes in another, in the old scheme's order.
 * A label that means the same in both stays, as far as the order allows (the longest rising row of such
 * labels); the others
 * are counted on from the one before, minor for minor, major for major, and never reach the next that stays.
 * Labels that the old scheme does not read, and those with no room between their neighbours, come out empty,
 * to be filled in by hand.
 */
export function proposeConversion(
  source: RevisionScheme,
  target: RevisionScheme,
  labels: string[],
): ConversionRow[] {
  const { read, unread } = inOrder(source, labels)
  const same = read.map(({ label, position }) => {
    const reading = parse(target, label)
    return reading.ok && (reading.exact || (reading.position.minor === null) === (position.minor === null))
      ? reading.position
      : null
  })
  const stays = longestRising(target, same)
  const rows: ConversionRow[] = []
  let before: { old: Position; now: Position } | null = null
  for (const [index, { label, position }] of read.entries()) {
    const limit = stays.slice(index + 1).findIndex(Boolean)
    const ceiling = limit < 0 ? null : same[index + 1 + limit]!
    const now: Position | null = stays[index] ? same[index]! : countedOn(target, before, position, ceiling)
    rows.push({
      from: label,
      to: now && format(target, now),
      by: stays[index] ? 'same label' : now ? 'order' : 'nothing',
    })
    if (now) before = { old: position, now }
  }
  return [...rows, ...unread.map((from): ConversionRow => ({ from, to: null, by: 'nothing' }))]
}

/**
 * What is wrong with a table by itself: a label without an equivalent, one that the new scheme refuses, two
 * that fall together, two that change places.
 */
export function checkConversion(
  source: RevisionScheme,
  target: RevisionScheme,
  rows: Pick<ConversionRow, 'from' | 'to'>[],
): ConversionFault[] {
  const faults: ConversionFault[] = []
  const blame = (kind: ConversionFault['kind'], from: string, to: string | null, message: string) =>
    faults.push({ kind, from, to, message })
  let before: { from: string; to: string; position: Position } | null = null
  const { read } = inOrder(
    source,
    rows.map(({ from }) => from),
  )
  const targets = new Map(rows.map(({ from, to }) => [from, to]))
  for (const { label } of read) {
    const to = targets.get(label) ?? null
    if (to === null || to === '') {
      blame('missing', label, null, `${label} has no equivalent yet`)
      continue
    }
    const reading = parse(target, to)
    if (!reading.ok || !reading.exact) {
      const written = reading.ok ? `: it writes ${reading.canonical}` : ''
      blame('refused', label, to, `${to} is no label of “${target.name}”${written}`)
      continue
    }
    if (before) {
      const order = compare(target, before.position, reading.position)
      if (order === 0) blame('merged', label, to, `${before.from} and ${label} both become ${to}`)
      if (order > 0) {
        const swapped = `${label} comes after ${before.from}, but ${to} comes before ${before.to}`
        blame('order', label, to, swapped)
      }
    }
    before = { from: label, to, position: reading.position }
  }
  return faults
}

/**
 * The documents whose history would not survive a table: two of its labels fall together, change places, or
 * have no equivalent.
 */
export function convertHistories(
  source: RevisionScheme,
  target: RevisionScheme,
  rows: Pick<ConversionRow, 'from' | 'to'>[],
  histories: { document: string; labels: string[] }[],
): HistoryFault[] {
  const targets = new Map(rows.map(({ from, to }) => [from, to]))
  return histories.flatMap(({ document, labels }) =>
    checkConversion(
      source,
      target,
      [...new Set(labels)].map((from) => ({ from, to: targets.get(from) ?? null })),
    ).map((fault) => ({ ...fault, document })),
  )
}

function inOrder(
  source: RevisionScheme,
  labels: string[],
): { read: { label: string; position: Position }[]; unread: string[] } {
  const read: { label: string; position: Position }[] = []
  const unread: string[] = []
  for (const label of new Set(labels)) {
    const reading = parse(source, label)
    if (reading.ok) read.push({ label, position: reading.position })
    else unread.push(label)
  }
  read.sort((a, b) => compare(source, a.position, b.position))
  return { read, unread }
}

/** Which of the positions form the longest row that rises strictly: patience sorting, with the way back kept. */
function longestRising(scheme: RevisionScheme, positions: (Position | null)[]): boolean[] {
  const tails: number[] = []
  const previous = new Map<number, number | undefined>()
  positions.forEach((position, index) => {
    if (!position) return
    let low = 0
    let high = tails.length
    while (low < high) {
      const middle = (low + high) >> 1
      if (compare(scheme, positions[tails[middle]!]!, position) < 0) low = middle + 1
      else high = middle
    }
    previous.set(index, tails[low - 1])
    tails[low] = index
  })
  const stays = positions.map(() => false)
  for (let at = tails.at(-1); at !== undefined; at = previous.get(at)) stays[at] = true
  return stays
}

/**
 * The position for a label that does not stay: stepped from the one before as the old label was, and below
 * the ceiling.
 */
function countedOn(
  target: RevisionScheme,
  before: { old: Position; now: Position } | null,
  old: Position,
  ceiling: Position | null,
): Position | null {
  const steps = before
    ? stepsLike(before.old, old).map((kind) => stepOrNull(target, before.now, kind))
    : [first(target)]
  const candidates =
    old.minor === null ? steps.map((position) => position && step(target, position, 'settle')) : steps
  return (
    candidates.find((position) => position && (!ceiling || compare(target, position, ceiling) < 0)) ?? null
  )
}

/** The steps to try in the new scheme, the most faithful first. */
function stepsLike(from: Position, to: Position): Step[] {
  if (from.series !== to.series) return ['series', 'major', 'minor']
  if (to.minor === null) return ['settle', 'major', 'minor']
  return from.major === to.major ? ['minor', 'major'] : ['major', 'minor']
}

/** A step that changes nothing is no step on. */
function stepOrNull(scheme: RevisionScheme, at: Position, kind: Step): Position | null {
  try {
    const next = step(scheme, at, kind)
    return compare(scheme, at, next) < 0 ? next : null
  } catch (error) {
    if (error instanceof RevisionError) return null
    throw error
  }
}
