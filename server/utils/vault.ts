import { join, resolve } from 'node:path'
import { type Db, migrateDatabase, openDatabase } from '../database/connection'
import { FileStore } from '../files/store'
import { JobRunner } from '../jobs/runner'

export interface Vault {
  db: Db
  store: FileStore
  runner: JobRunner
  dataFolder: string
}

let opened: Vault | undefined

/** The one vault of this server, opened on first use: database, file store, queue. */
export function vault(): Vault {
  if (opened) return opened
  const dataFolder = resolve(process.env.ILMENITE_DATA ?? 'data')
  const db = openDatabase(dataFolder)
  migrateDatabase(db)
  // The thread that answers everybody never sleeps in SQLite: `whenFree` waits instead.
  db.$client.pragma('busy_timeout = 0')
  const store = new FileStore(join(dataFolder, 'files'))
  const runner = new JobRunner(
    db,
    dataFolder,
    resolve(process.env.ILMENITE_PROGRAMS ?? '.output/server/programs', 'job-worker.mjs'),
  )
  opened = { db, store, runner, dataFolder }
  return opened
}
