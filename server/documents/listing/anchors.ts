import { oncePerConnection, type Tx } from '../../database/connection'
import type { Position } from './order'

/** Where pages of a list began, by how many rows stand before them: the next jump starts from the nearest one. */
interface Anchors {
  version: string
  lists: Map<string, Map<number, Position>>
}

const anchorsOf = oncePerConnection((): { last?: Anchors } => ({}))
const versionOf = oncePerConnection((db) => ({
  others: db.$client.prepare('pragma data_version').pluck(),
  own: db.$client.prepare('select total_changes()').pluck(),
}))
/** The most lists, and places of each, that are kept. */
const most = 200

/** The known places of one list; none once anything in the vault has changed. */
function known(tx: Tx, list: string): Map<number, Position> {
  const { others, own } = versionOf(tx)
  const version = `${String(others.get())} ${String(own.get())}`
  const keep = anchorsOf(tx)
  if (keep.last?.version !== version) keep.last = { version, lists: new Map() }
  const { lists } = keep.last!
  const places = lists.get(list) ?? new Map<number, Position>()
  if (!lists.has(list) && lists.size >= most) lists.delete(lists.keys().next().value!)
  lists.set(list, places)
  return places
}

/** The nearest known place at or before a row of a list. */
export function nearestAnchor(
  tx: Tx,
  list: string,
  skip: number,
): { before: number; position: Position } | null {
  let nearest: { before: number; position: Position } | null = null
  for (const [before, position] of known(tx, list))
    if (before <= skip && (!nearest || before > nearest.before)) nearest = { before, position }
  return nearest
}

/** Remembers that so many rows of a list end with a place. */
export function keepAnchor(tx: Tx, list: string, before: number, position: Position): void {
  const places = known(tx, list)
  if (places.size >= most) places.delete(places.keys().next().value!)
  places.set(before, position)
}
