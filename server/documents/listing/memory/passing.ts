import type { VaultQuery } from '../query'
import type { Scope } from '../scope'
import type { OwnColumns } from './columns'
import type { Kinds } from './kinds'
import { marks, type RowOrder, stretchOf } from './order'

/** The filters of a query that look at documents rather than at places. */
export type Asked = Pick<VaultQuery, 'revision' | 'intake'>

/** Decides which documents a list shows. `isInScope` and `filtersOf` decide the same in SQL. */
export interface Passing {
  /** For each kind, one bit per relation to a document (`ByRelation`). The bit is set if the relation may see it. */
  allowed: Uint8Array
  /** Tests a row beyond its kind. It is null if the kind decides alone. */
  also: ((row: number, allowed: number) => boolean) | null
}

/** Tells whether the kind of a document does not decide alone. */
export const isMoreAsked = ({ partly }: Scope, { intake }: Asked): boolean =>
  partly.length > 0 || Boolean(intake)

/** Decides by kind alone. */
export function passingByKind(
  { places, labels, labelNames }: Kinds,
  { whole, partly }: Scope,
  { revision }: Asked,
): Passing {
  const allowedIn = new Map(whole.map((place) => [place, whatever]))
  for (const [place, seen] of partly)
    allowedIn.set(
      place,
      seen.reduce((bits, isSeen, relation) => bits | (Number(isSeen) << relation), 0),
    )
  const label = revision ? labelNames.indexOf(revision) : null
  const allowed = Uint8Array.from(places, (place, kind) =>
    label === null || labels[kind] === label ? (allowedIn.get(place) ?? 0) : 0,
  )
  return { allowed, also: null }
}

/** Decides by kind, owner, creator and intake of each document. */
export function passingByEach(
  kinds: Kinds,
  { codes, codeOf }: OwnColumns,
  scope: Scope,
  asked: Asked,
): Passing {
  const { owner, creator } = codes
  const code = (text: string) => codeOf.get(text) ?? unknown
  const me = code(scope.account.id)
  const from = asked.intake ? code(asked.intake) : null
  const also = (row: number, allowed: number) => {
    if (from !== null && codes.intake[row] !== from) return false
    if (allowed === whatever) return true
    const relation = Number(owner[row] === me) + 2 * Number(creator[row] === me)
    return ((allowed >> relation) & 1) === 1
  }
  return { ...passingByKind(kinds, scope, asked), also }
}

/** All four relations, in the order of `ByRelation`. */
const whatever = 0b1111
const unknown = -1

/** A part of an order. It begins at `from` or at one end, skips some rows, and takes up to `limit`. */
export interface Part {
  from: number | null
  descending: boolean
  skip: number
  limit: number
}

/** Finds the passing rows of a part. They come in no particular order. */
export const rowsAt = (order: RowOrder, passing: Passing, part: Part): number[] =>
  passing.also ? rowsByEach(order, passing, part) : rowsByKind(order, passing, part)

/** Tests rows one by one. A row takes some nanoseconds. */
function rowsByEach({ rows, kinds }: RowOrder, passing: Passing, { from, descending, skip, limit }: Part) {
  const { allowed, also } = passing
  const found: number[] = []
  const [end, step] = descending ? [rows.length - 1, -1] : [0, 1]
  let before = 0
  for (let at = from ?? end; at >= 0 && at < rows.length && found.length < limit; at += step) {
    const relations = allowed[kinds[at]!]!
    if (relations === 0 || !also!(rows[at]!, relations)) continue
    if (before++ >= skip) found.push(rows[at]!)
  }
  return found
}

/** Adds up the counts of kinds to learn how many rows pass before each mark, and walks from the right mark. */
function rowsByKind(
  order: RowOrder,
  { allowed }: Passing,
  { from, descending, skip, limit }: Part,
): number[] {
  const { rows, kinds } = order
  const total = passingBefore(order, allowed, rows.length)
  const start = descending
    ? (from === null ? total : passingBefore(order, allowed, from + 1)) - skip - limit
    : (from === null ? 0 : passingBefore(order, allowed, from)) + skip
  const [first, end] = [Math.max(0, start), Math.min(total, start + limit)]
  const found: number[] = []
  const mark = lastMarkBefore(order, allowed, first)
  let before = passingAtMark(order, allowed, mark)
  for (let at = mark * stretchOf(rows.length); at < rows.length && before < end; at++)
    if (allowed[kinds[at]!] !== 0 && before++ >= first) found.push(rows[at]!)
  return found
}

function passingAtMark({ counts, known }: RowOrder, allowed: Uint8Array, mark: number): number {
  const first = mark * known.places.length
  let sum = 0
  for (let kind = 0; kind < allowed.length; kind++) if (allowed[kind] !== 0) sum += counts[first + kind]!
  return sum
}

/** Counts the passing rows before a row. */
function passingBefore(order: RowOrder, allowed: Uint8Array, row: number): number {
  const stretch = stretchOf(order.rows.length)
  const mark = Math.floor(row / stretch)
  let sum = passingAtMark(order, allowed, mark)
  for (let at = mark * stretch; at < row; at++) if (allowed[order.kinds[at]!] !== 0) sum++
  return sum
}

/** Finds the last mark that has at most `passing` passing rows before it. */
function lastMarkBefore(order: RowOrder, allowed: Uint8Array, passing: number): number {
  let mark = 0
  while (mark < marks && passingAtMark(order, allowed, mark + 1) <= passing) mark++
  return mark
}

/** Counts the passing documents of each place. */
export function countsPassing(order: RowOrder, { allowed, also }: Passing): Map<number, number> {
  const { rows, kinds, known, counts } = order
  const inAll = counts.subarray(marks * known.places.length)
  const passing = also ? new Int32Array(allowed.length) : inAll
  if (also)
    for (let at = 0; at < rows.length; at++) {
      const relations = allowed[kinds[at]!]!
      if (relations !== 0 && also(rows[at]!, relations)) passing[kinds[at]!]!++
    }
  const byPlace = new Map<number, number>()
  for (const [kind, place] of known.places.entries())
    if (allowed[kind] !== 0) byPlace.set(place, (byPlace.get(place) ?? 0) + passing[kind]!)
  return byPlace
}
