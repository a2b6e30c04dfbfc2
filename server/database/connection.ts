import Database from 'better-sqlite3'
import { drizzle, type BetterSQLite3Database } from 'drizzle-orm/better-sqlite3'
import {
  accessSync,
  chmodSync,
  closeSync,
  constants,
  existsSync,
  mkdirSync,
  openSync,
  readdirSync,
  statSync,
} from 'node:fs'
import { join } from 'node:path'
import { addFunctions } from './functions'
import { counted } from './query-count'
import * as schema from './schema'

export type Db = BetterSQLite3Database<typeof schema> & { $client: Database.Database }
/**
 * The connection where a transaction is expected to be open on it; SQLite keeps that state in the connection
 * itself.
 */
export type Tx = Db

/** A data folder that cannot be used; the message is for people. */
export class DataFolderError extends Error {
  constructor(message: string) {
    super(message)
    this.name = 'DataFolderError'
  }
}

/**
 * Opens the database of a data folder, with WAL.
 * `normal` syncing may lose the last transactions when the power fails, never when a process is killed, and
 * never breaks
 * the database: right for a job that finds out by itself what is left to do. People's acts use `full`.
 * @throws DataFolderError with what is wrong and the way out.
 */
export function openDatabase(folder: string, synchronous: 'full' | 'normal' = 'full'): Db {
  makeUsable(folder)
  const file = join(folder, 'ilmenite.sqlite')
  requireNoOrphans(folder, file)
  try {
    keepToOurselves(file)
    const client = new Database(file, { timeout: 15_000, ...counted })
    client.pragma('journal_mode = WAL')
    client.pragma(`synchronous = ${synchronous}`)
    client.pragma('cache_size = -32000')
    // A job writes much: the log is folded into the database every 32 MB, not every 4.
    if (synchronous === 'normal') client.pragma('wal_autocheckpoint = 8000')
    addFunctions(client)
    return drizzle(client, { schema, casing: 'snake_case' }) as Db
  } catch (error) {
    throw new DataFolderError(
      `${file} is not a database that Ilmenite can read (${(error as Error).message}). Put a backup in its place, or name another folder with ILMENITE_DATA.`,
    )
  }
}

/** Opens the database of a data folder that is in use, to read it alone. */
export function openForReading(folder: string): Db {
  const client = new Database(join(folder, 'ilmenite.sqlite'), {
    readonly: true,
    timeout: 5000,
    ...counted,
  })
  client.pragma('cache_size = -16000')
  addFunctions(client)
  return drizzle(client, { schema, casing: 'snake_case' }) as Db
}

/** @throws DataFolderError where contents lie in the folder whose database is lost: it is no new vault. */
function requireNoOrphans(folder: string, file: string): void {
  const isThere = existsSync(file)
  if ((isThere && statSync(file).size > 0) || !holdsContents(join(folder, 'files'))) return
  throw new DataFolderError(
    `the data folder ${folder} holds the contents of a vault, but its database is ${isThere ? 'empty' : 'missing'}. ` +
      'Put a backup of ilmenite.sqlite there, or name another folder with ILMENITE_DATA; nothing was changed.',
  )
}

/** Whether a file store has a content in it. */
function holdsContents(store: string): boolean {
  if (!existsSync(store)) return false
  const folders = readdirSync(store).filter((name) => /^[0-9a-f]{2}$/.test(name))
  return folders.some((name) => readdirSync(join(store, name)).length > 0)
}

/** The database is for nobody else on the machine; the log beside it gets the same rights from SQLite. */
function keepToOurselves(file: string): void {
  closeSync(openSync(file, 'a', 0o600))
  for (const name of [file, `${file}-wal`, `${file}-shm`]) if (existsSync(name)) chmodSync(name, 0o600)
}

function makeUsable(folder: string): void {
  try {
    mkdirSync(folder, { recursive: true })
    accessSync(folder, constants.R_OK | constants.W_OK | constants.X_OK)
  } catch (error) {
    const why =
      existsSync(folder) && !statSync(folder).isDirectory()
        ? 'it is a file, not a folder'
        : (error as Error).message
    throw new DataFolderError(
      `the data folder ${folder} cannot be used: ${why}. Mend it, or name another folder with ILMENITE_DATA.`,
    )
  }
}

/**
 * Runs a body in one write transaction: all of it, or nothing where it throws. Inside another one it is a
 * savepoint.
 */
export function atomically<T>(db: Db, body: (tx: Tx) => T): T {
  return db.$client.transaction(() => body(db)).immediate()
}

/** Runs several reads on one state of the database, whatever a job commits meanwhile. */
export function consistently<T>(db: Db, body: () => T): T {
  return db.$client.transaction(body)()
}

/** Makes something of a connection once, such as a prepared statement, and keeps it. */
export function oncePerConnection<T>(make: (db: Db) => T): (db: Db) => T {
  const made = new WeakMap<Db, T>()
  return (db) => {
    if (!made.has(db)) made.set(db, make(db))
    return made.get(db)!
  }
}
