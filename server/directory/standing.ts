import { gt, sql } from 'drizzle-orm'
import type { Standing } from '../../core/directory'
import type { Tx } from '../database/connection'
import { places } from '../database/schema'
import { pathOfFolder } from './folders'

/** How many documents stand in each folder in each state. */
export function documentsByPlace(tx: Tx): Standing[] {
  const pathOf = pathOfFolder(tx)
  return tx
    .select({
      folder: places.folder,
      lifecycle: places.lifecycle,
      state: places.state,
      documents: sql<number>`sum(${places.documents})`,
    })
    .from(places)
    .where(gt(places.documents, 0))
    .groupBy(places.folder, places.lifecycle, places.state)
    .all()
    .map((place) => ({ ...place, folder: pathOf(place.folder) }))
}
