import { gt, sql } from 'drizzle-orm'
import type { Standing } from '../../core/directory'
import type { Tx } from '../database/connection'
import { places } from '../database/schema'

/** How many documents stand in each folder in each state. */
export const documentsByPlace = (tx: Tx): Standing[] =>
  tx
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
