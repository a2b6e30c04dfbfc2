import type { VaultQuery } from '../query'
import type { Scope } from '../scope'
import type { OwnColumns } from './columns'

/** What is asked of documents beyond where they stand. */
export type Asked = Pick<VaultQuery, 'revision' | 'intake' | 'checkedOut'>

/** Whether a document, by its row, is in a scope and is asked for. */
export type Passes = (row: number) => boolean

/** A bit for each relation of a person to a document, in the order of `ByRelation`. */
const whatever = 0b1111

/** Tells by what is in memory what `isInScope` and `filtersOf` tell in SQL: some nanoseconds a document. */
export function passingBy(
  { place, codes, codeOf }: OwnColumns,
  scope: Scope,
  { revision, intake }: Asked,
): Passes {
  const { owner, creator } = codes
  const allowed = allowedIn(scope)
  const code = (text: string) => codeOf.get(text) ?? unknown
  const me = code(scope.account.id)
  const label = revision ? code(revision) : null
  const from = intake ? code(intake) : null
  return (row) => {
    const relations = allowed[place[row]!]!
    if (relations === 0) return false
    if (label !== null && codes.revision[row] !== label) return false
    if (from !== null && codes.intake[row] !== from) return false
    if (relations === whatever) return true
    const relation = Number(owner[row] === me) + 2 * Number(creator[row] === me)
    return ((relations >> relation) & 1) === 1
  }
}
const unknown = -1

/** For each place, the relations to a document there with which it is seen. */
function allowedIn({ whole, partly, counts }: Scope): Uint8Array {
  const allowed = new Uint8Array(highestPlace(counts) + 1)
  for (const place of whole) allowed[place] = whatever
  for (const [place, seen] of partly)
    allowed[place] = seen.reduce((bits, isSeen, relation) => bits | (Number(isSeen) << relation), 0)
  return allowed
}

/** The rows of an order that pass, so many after so many others. */
export function rowsAt(
  rows: Int32Array,
  passes: Passes,
  { descending, skip, limit }: { descending: boolean; skip: number; limit: number },
): number[] {
  const found: number[] = []
  const [first, step] = descending ? [rows.length - 1, -1] : [0, 1]
  let before = 0
  for (let at = first; at >= 0 && at < rows.length && found.length < limit; at += step)
    if (passes(rows[at]!) && before++ >= skip) found.push(rows[at]!)
  return found
}

/** How many documents of each place pass. */
export function passingByPlace({ place }: OwnColumns, { counts }: Scope, passes: Passes): Uint32Array {
  const passing = new Uint32Array(highestPlace(counts) + 1)
  for (let row = 0; row < place.length; row++) if (passes(row)) passing[place[row]!]!++
  return passing
}

const highestPlace = (counts: Scope['counts']): number => {
  let highest = 0
  for (const place of counts.keys()) highest = Math.max(highest, place)
  return highest
}
