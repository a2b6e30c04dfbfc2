import type { VaultQuery } from '../query'
import type { Scope } from '../scope'
import type { OwnColumns } from './columns'
import type { RowOrder } from './order'

/** What is asked of documents beyond where they stand. */
export type Asked = Pick<VaultQuery, 'revision' | 'intake'>

/** Which documents are in a scope and are asked for, as `isInScope` and `filtersOf` say it in SQL. */
export interface Passing {
  /** For each place, the relations to a document there with which it is seen: a bit for each. */
  allowed: Uint8Array
  /** The one label that is asked for. */
  label: string | undefined
  /** What is asked of a document beyond place and label, by its row; null where it is nothing. */
  also: ((row: number, allowed: number) => boolean) | null
}

/** Whether more is asked of a document than its place and its label. */
export const isMoreAsked = ({ partly }: Scope, { intake }: Asked): boolean =>
  partly.length > 0 || Boolean(intake)

/** Where nothing is asked but place and label. */
export const passingByPlace = (scope: Scope, { revision }: Asked): Passing => ({
  allowed: allowedIn(scope),
  label: revision,
  also: null,
})

export function passingBy({ codes, codeOf }: OwnColumns, scope: Scope, asked: Asked): Passing {
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
  return { ...passingByPlace(scope, asked), also }
}

/** All four relations, in the order of `ByRelation`. */
const whatever = 0b1111
const unknown = -1

function allowedIn({ whole, partly, counts }: Scope): Uint8Array {
  const allowed = new Uint8Array(highestPlace(counts) + 1)
  for (const place of whole) allowed[place] = whatever
  for (const [place, seen] of partly)
    allowed[place] = seen.reduce((bits, isSeen, relation) => bits | (Number(isSeen) << relation), 0)
  return allowed
}

/** A part of an order: from one end or from somewhere on, so many rows after so many others. */
interface Part {
  from: number | null
  descending: boolean
  skip: number
  limit: number
}

/** The rows of an order that pass, so many after so many others: some nanoseconds for each that is passed by. */
export function rowsAt(order: RowOrder, passing: Passing, { from, descending, skip, limit }: Part): number[] {
  const { rows, places, labels } = order
  const { allowed, also } = passing
  const label = labelIn(order, passing)
  const found: number[] = []
  const [end, step] = descending ? [rows.length - 1, -1] : [0, 1]
  let before = 0
  for (let at = from ?? end; at >= 0 && at < rows.length && found.length < limit; at += step) {
    const relations = allowed[places[at]!]!
    if (relations === 0 || (label !== null && labels[at] !== label)) continue
    if (also && !also(rows[at]!, relations)) continue
    if (before++ >= skip) found.push(rows[at]!)
  }
  return found
}

/** How many documents of each place pass. */
export function countsPassing(order: RowOrder, passing: Passing): Uint32Array {
  const { rows, places, labels } = order
  const { allowed, also } = passing
  const label = labelIn(order, passing)
  const counts = new Uint32Array(allowed.length)
  for (let at = 0; at < rows.length; at++) {
    const place = places[at]!
    if (allowed[place] === 0 || (label !== null && labels[at] !== label)) continue
    if (!also || also(rows[at]!, allowed[place]!)) counts[place]!++
  }
  return counts
}

/** What stands for the label that is asked for; null where any will do. */
const labelIn = ({ labelNames }: RowOrder, { label }: Passing): number | null =>
  label ? labelNames.indexOf(label) : null

const highestPlace = (counts: Scope['counts']): number => {
  let highest = 0
  for (const place of counts.keys()) highest = Math.max(highest, place)
  return highest
}
