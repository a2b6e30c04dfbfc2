import {
  closeSync,
  existsSync,
  fsyncSync,
  mkdirSync,
  openSync,
  readFileSync,
  renameSync,
  rmSync,
} from 'node:fs'
import { dirname, join, resolve } from 'node:path'
import { migrate } from 'drizzle-orm/better-sqlite3/migrator'
import { mark } from '../../backup/sweep'
import { now } from '../clock'
import { log } from '../log'
import { usualBackupFolder } from '../settings/backup-folder'
import { DataFolderError, type Db } from './connection'

/** Whether a vault is new, or of an earlier, the same or a later release. */
type Standing = 'new' | 'earlier' | 'same' | 'later'

/**
 * Brings the tables up to date; the SQL files stand in `migrations`. A vault of an earlier release is backed up first.
 * All steps are one transaction, so that a kill leaves the vault as it was.
 * @throws DataFolderError if the vault is of a later release, cannot be backed up, or cannot be brought up to date
 */
export function migrateDatabase(
  db: Db,
  migrationsFolder = resolve(process.env.ILMENITE_MIGRATIONS ?? 'server/database/migrations'),
): void {
  const standing = standingOf(db, migrationsFolder)
  if (standing === 'later')
    throw new DataFolderError(
      `${db.$client.name} was served by a later release of Ilmenite, and this one cannot read it: start the later one ` +
        'again, or restore a backup from before; nothing was changed.',
    )
  if (standing === 'earlier') backUp(db)
  try {
    migrate(db, { migrationsFolder })
  } catch (error) {
    const cause = (error as { cause?: Error }).cause ?? (error as Error)
    throw new DataFolderError(
      `the database cannot be brought up to date (${cause.message}). Put a backup in its place, or name another folder with ILMENITE_DATA.`,
    )
  }
}

const has = ({ $client }: Db, table: string): boolean =>
  $client.prepare("select 1 from sqlite_master where type = 'table' and name = ?").get(table) !== undefined

/** The table in which Drizzle keeps what was done; a step is known by its moment. */
const done = '__drizzle_migrations'

function standingOf(db: Db, folder: string): Standing {
  const journal = readFileSync(join(folder, 'meta/_journal.json'), 'utf8')
  const { entries } = JSON.parse(journal) as { entries: { when: number }[] }
  const last = Math.max(...entries.map(({ when }) => when))
  const reached = has(db, done)
    ? db.$client.prepare<[], { at: number | null }>(`select max(created_at) as at from ${done}`).get()!.at
    : null
  if (reached === null) return 'new'
  if (Number(reached) === last) return 'same'
  return Number(reached) > last ? 'later' : 'earlier'
}

/**
 * Writes a copy of the database before it is upgraded. Contents need none: an upgrade touches no file.
 * @throws DataFolderError if it cannot be written
 */
function backUp(db: Db): void {
  const folder = backupFolderOf(db)
  const file = join(folder, `before-upgrade-${now().slice(0, 19).replaceAll(':', '-')}.sqlite`)
  const part = `${file}.${mark}.part`
  log.say(`This vault is of an earlier release. It is copied to ${file}, and then upgraded.`)
  try {
    mkdirSync(folder, { recursive: true, mode: 0o700 })
    db.$client.prepare('vacuum into ?').run(part)
    sync(part)
    renameSync(part, file)
  } catch (error) {
    if (existsSync(part)) rmSync(part)
    throw new DataFolderError(
      `${db.$client.name} is of an earlier release, and no copy of it could be written into ${folder} before it is ` +
        `upgraded (${(error as Error).message}). Make room there, or mend the folder; nothing was changed.`,
    )
  }
}

/** Waits until a file is on the disk. */
function sync(file: string): void {
  const handle = openSync(file, 'r+')
  fsyncSync(handle)
  closeSync(handle)
}

/** Returns the folder for backups. A vault of an earlier release may have no table of settings. */
function backupFolderOf(db: Db): string {
  const kept = has(db, 'settings')
    ? db.$client.prepare<[], { value: string }>("select value from settings where name = 'backups'").get()
    : undefined
  return process.env.ILMENITE_BACKUPS || kept?.value || usualBackupFolder(dirname(db.$client.name))
}
