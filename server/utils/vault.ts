import { join, resolve } from 'node:path'
import { Computer } from '../compute/computer'
import { MapLayouts } from '../configuration/map-layouts'
import { MapProcess } from '../configuration/map-process'
import { type Db, openDatabase } from '../database/connection'
import { migrateDatabase } from '../database/migrate'
import { KeptLists } from '../documents/listing/memory/keeper'
import { failuresIn } from '../files/failures'
import { FileProcesses } from '../files/file-processes'
import { FileStore } from '../files/store'
import { JobRunner } from '../jobs/runner'
import { ScriptThreads } from '../scripts/threads'
import { SetUpLink } from '../set-up/set-up-link'

export interface Vault {
  db: Db
  store: FileStore
  runner: JobRunner
  computer: Computer
  layouts: MapLayouts
  lists: KeptLists
  /** Where files are read and written. */
  files: FileProcesses
  /** Where scripts run. */
  scripts: ScriptThreads
  setUpLink: SetUpLink
  dataFolder: string
}

/** Where a program of the server’s threads and processes is. */
export const program = (name: string): string =>
  resolve(process.env.ILMENITE_PROGRAMS ?? '.output/server/programs', `${name}.mjs`)

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
  const files = new FileProcesses(program('file-program'), failuresIn(db))
  const runner = new JobRunner(db, dataFolder, program('job-worker'), files)
  const computer = new Computer(program('compute-worker'), dataFolder)
  const scripts = new ScriptThreads(program('script-worker'))
  const layouts = new MapLayouts(new MapProcess(program('map-program')))
  const lists = new KeptLists(db, computer)
  const setUpLink = new SetUpLink()
  opened = { db, store, runner, computer, layouts, lists, files, scripts, setUpLink, dataFolder }
  return opened
}
