import { randomUUID } from 'node:crypto'
import { eq } from 'drizzle-orm'
import { now } from '../clock'
import { whenFree } from '../database/busy'
import { atomically, type Db, type Tx } from '../database/connection'
import { comingContents, laterContents, renditions, versions } from '../database/schema'
import type { FileStore, Stored } from './store'

/** Where contents come in. */
export interface Intake {
  db: Db
  store: FileStore
  /** Whether a job is at work, which may be bringing the same content in. */
  isWorking: () => boolean
}

/**
 * Takes a content into the store for an act, looks into it where that is wanted, and runs the act. Where the act
 * refuses, nothing stays behind that no document refers to; where the server is killed meanwhile, the next start clears
 * it away.
 */
export async function takeIn<T, Looked = undefined>(
  { db, store, isWorking }: Intake,
  source: AsyncIterable<Uint8Array>,
  limit: number,
  act: (stored: Stored, looked: Looked) => T,
  look?: (stored: Stored) => Promise<Looked>,
): Promise<T> {
  const id = randomUUID()
  const stored = await store.put(source, limit, (sha256) =>
    whenFree(() => void db.insert(comingContents).values({ id, sha256, at: now() }).run()),
  )
  try {
    const looked = (await look?.(stored)) as Looked
    return await whenFree(() =>
      atomically(db, (tx) => {
        const result = act(stored, looked)
        tx.delete(comingContents).where(eq(comingContents.id, id)).run()
        return result
      }),
    )
  } catch (error) {
    // What a job may be bringing in as well is left to the next start.
    if (!isWorking()) await whenFree(() => clear(db, store, { id, sha256: stored.sha256 }))
    throw error
  }
}

/** Removes what was coming in when the last server ended. Call before anything else comes in. */
export function clearLeftBehind(db: Db, store: FileStore): void {
  for (const coming of db.select().from(comingContents).all()) clear(db, store, coming)
}

function clear(db: Db, store: FileStore, { id, sha256 }: { id: string; sha256: string }): void {
  atomically(db, (tx) => {
    tx.delete(comingContents).where(eq(comingContents.id, id)).run()
    dropUnreferenced(tx, store, sha256)
  })
}

/**
 * Removes a content that no document refers to and that is not coming in by another way. Must run in a write
 * transaction: nothing can be announced meanwhile, and what is announced later is written anew.
 */
export function dropUnreferenced(tx: Tx, store: FileStore, sha256: string): void {
  const kept =
    tx.select({ at: versions.at }).from(versions).where(eq(versions.sha256, sha256)).limit(1).get() ??
    tx
      .select({ at: laterContents.at })
      .from(laterContents)
      .where(eq(laterContents.sha256, sha256))
      .limit(1)
      .get() ??
    tx.select({ at: renditions.at }).from(renditions).where(eq(renditions.sha256, sha256)).limit(1).get() ??
    tx.select({ at: comingContents.at }).from(comingContents).where(eq(comingContents.sha256, sha256)).get()
  if (!kept) store.remove(sha256)
}
