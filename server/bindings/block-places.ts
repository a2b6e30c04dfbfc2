import { eq } from 'drizzle-orm'
import type { ChosenPlace, ChosenPlaces, SheetFormat } from '../../core/formats'
import { type Actor, record } from '../audit/trail'
import type { Db, Tx } from '../database/connection'
import { blockPlaces as table } from '../database/schema'

/** Where blocks of revisions stand on sheets, by the format of the sheet. */
export function blockPlaces(db: Db | Tx): ChosenPlaces {
  const rows = db.select().from(table).all()
  return Object.fromEntries(rows.map(({ format, ...place }) => [format, place]))
}

/** Chooses where blocks stand on sheets of a format; without a place they stand wherever is free. */
export function choosePlace(
  tx: Tx,
  actor: Actor,
  format: SheetFormat,
  place: ChosenPlace | null,
): ChosenPlaces {
  const before = blockPlaces(tx)[format] ?? null
  tx.delete(table).where(eq(table.format, format)).run()
  if (place)
    tx.insert(table)
      .values({ ...place, format })
      .run()
  record(tx, actor, {
    ...{ code: 'place-blocks', action: 'choose where blocks of revisions stand' },
    subject: { kind: 'vault', id: format, name: `sheets of ${format}` },
    ...{ before, after: place },
  })
  return blockPlaces(tx)
}
