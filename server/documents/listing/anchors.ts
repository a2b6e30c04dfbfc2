import type { Tx } from '../../database/connection'
import { keptIn, keptWhileUnchanged } from './kept'
import type { Position } from './order'

/** The most lists, and places of each, that are kept. */
const most = 200

/** Where pages of a list began, by how many rows stand before them: the next jump starts from the nearest one. */
const listsOf = keptWhileUnchanged(() => new Map<string, Map<number, Position>>())

const known = (tx: Tx, list: string): Map<number, Position> =>
  keptIn(listsOf(tx), list, most, () => new Map<number, Position>())

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
