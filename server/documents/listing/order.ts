import { type SQL, sql } from 'drizzle-orm'
import { compareText } from '../../../core/support'
import { Refusal } from '../../refusal'
import type { DocumentSort } from './query'

/** The column that a list is sorted by before the number; none where it is the number itself. */
const columns: Record<DocumentSort, string | null> = {
  number: null,
  title: 'title',
  state: 'state',
  revision: 'revision_order',
  folder: 'folder',
  changed: 'changed_at',
}

/** Where a row stands in an order: the value of the sorted column and the number. */
export interface Position {
  value: string | null
  number: string
}

/** An order of documents, in one direction; the number decides where the column is alike. */
export interface Order {
  sort: DocumentSort
  descending: boolean
}

export const reversed = ({ sort, descending }: Order): Order => ({ sort, descending: !descending })

/** The name of the column that an order looks at before the number. */
export const columnOf = ({ sort }: Order): string | null => columns[sort]

const column = (order: Order): SQL | null => {
  const name = columnOf(order)
  return name ? sql.raw(name) : null
}

/** The value that an order looks at before the number. */
export const valueOf = (order: Order): SQL => column(order) ?? sql`null`

/** Which of two positions comes first, as the database sorts them: what is empty before all else. */
export function comparePositions(order: Order, one: Position, other: Position): number {
  const by =
    one.value === other.value
      ? compareText(one.number, other.number)
      : one.value === null
        ? -1
        : other.value === null
          ? 1
          : compareText(one.value, other.value)
  return order.descending ? -by : by
}

/** The columns of an order, for `order by`. */
export function orderBy(order: Order): SQL {
  const way = sql.raw(order.descending ? 'desc' : 'asc')
  const first = column(order)
  return first ? sql`${first} ${way}, number ${way}` : sql`number ${way}`
}

/** What has to be selected so that a row’s position is known. */
export const positionColumns = (order: Order): SQL => sql`${valueOf(order)} as "value", number as "number"`

/** That a row comes after a position in an order. Nothing comes before everything else where it is sorted up. */
export function isAfter(order: Order, { value, number }: Position): SQL {
  const than = sql.raw(order.descending ? '<' : '>')
  const first = column(order)
  if (!first) return sql`number ${than} ${number}`
  if (value !== null) {
    const later = sql`(${first}, number) ${than} (${value}, ${number})`
    return order.descending ? sql`(${later} or ${first} is null)` : later
  }
  const alike = sql`(${first} is null and number ${than} ${number})`
  return order.descending ? alike : sql`(${alike} or ${first} is not null)`
}

/** A position as the browser keeps it, which it need not understand. */
export const writePosition = ({ value, number }: Position): string =>
  Buffer.from(JSON.stringify([value, number])).toString('base64url')

/** @throws Refusal where it is none. */
export function readPosition(text: string): Position {
  try {
    const [value, number] = JSON.parse(Buffer.from(text, 'base64url').toString()) as unknown[]
    if ((value === null || typeof value === 'string') && typeof number === 'string') return { value, number }
  } catch {
    // It is told below what a position looks like.
  }
  throw new Refusal(
    'invalid',
    'after is no place in this list: leave it out, or take the one that a page gave',
  )
}
