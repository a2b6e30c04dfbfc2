import { createHash } from 'node:crypto'
import { createReadStream, createWriteStream, existsSync } from 'node:fs'
import { open, rename, rm, stat } from 'node:fs/promises'
import { basename, dirname, join, resolve } from 'node:path'
import { pipeline } from 'node:stream/promises'
import Database from 'better-sqlite3'
import { pack, type Pack } from 'tar-stream'
import {
  type BackedContent,
  BackupError,
  contentName,
  databaseName,
  type Manifest,
  manifestName,
} from './manifest'
import { contentsNamed } from './contents'
import { manifestOf } from './read'
import { mark, sweepBackups } from './sweep'

/** What a backup became. */
export interface WrittenBackup {
  file: string
  database: number
  contents: number
  /** Contents that are in it, and those that an earlier backup holds. */
  written: number
  kept: number
  missing: Manifest['missing']
}

type Progress = (done: number, total: number) => void

/**
 * Writes a backup of a vault into one file (POSIX tar): its database by SQLite’s online backup, in one step, so that
 * acts meanwhile wait for nothing and change nothing in it; then every content that the copied database refers to.
 * `since` names an earlier backup: what that or those before it hold is left out. The file gets its name once it is
 * whole. @throws BackupError
 */
export async function writeBackup(
  data: string,
  to: string,
  since: string | undefined,
  progress: Progress = () => undefined,
): Promise<WrittenBackup> {
  const source = join(data, databaseName)
  if (!existsSync(source))
    throw new BackupError(`${data} is no data folder of Ilmenite: there is no ${databaseName} in it`)
  const file = resolve(to)
  if (!existsSync(dirname(file)))
    throw new BackupError(`there is no folder ${dirname(file)} to write the backup into`)
  await sweepBackups(dirname(file))
  const base = since === undefined ? undefined : await earlier(file, resolve(since))
  const own = `${file}.${mark}`
  const copy = `${own}.database`
  const part = `${own}.part`
  try {
    await copyDatabase(source, copy)
    const manifest = await describe(data, copy, base)
    await writeTar(part, copy, data, manifest, progress)
    await syncAndRename(part, file)
    const written = manifest.contents.filter((content) => content.in === undefined).length
    return {
      ...{ file, database: manifest.database.size, contents: manifest.contents.length, written },
      ...{ kept: manifest.contents.length - written, missing: manifest.missing },
    }
  } finally {
    await rm(copy, { force: true })
    await rm(part, { force: true })
  }
}

interface Base {
  list: Manifest['base']
  holds: Map<string, string>
}

/** What an earlier backup, and those before it, hold. They have to lie beside the new one. */
async function earlier(file: string, since: string): Promise<Base> {
  if (dirname(since) !== dirname(file))
    throw new BackupError(
      `${since} lies in another folder: backups that go on from one another lie side by side`,
    )
  if (since === file)
    throw new BackupError('a backup cannot go on from itself: give the new one another name')
  const { manifest, sha256 } = await manifestOf(since)
  const name = basename(since)
  return {
    list: [...manifest.base, { file: name, sha256 }],
    holds: new Map(manifest.contents.map((content) => [content.sha256, content.in ?? name])),
  }
}

/** Copies a database that may be in use, as it stands at one moment. */
async function copyDatabase(source: string, copy: string): Promise<void> {
  const db = new Database(source, { readonly: true, timeout: 30_000 })
  try {
    // All pages in one step: a copy that is made in many begins again with every write of others.
    await db.backup(copy, { progress: () => 0x7fffffff })
  } catch (error) {
    throw new BackupError(`the database could not be copied: ${(error as Error).message}`, { cause: error })
  } finally {
    db.close()
  }
  const made = new Database(copy)
  made.pragma('journal_mode = DELETE')
  made.close()
}

/** Everything that a backup holds or refers to; contents are read later, as they are written. */
async function describe(data: string, copy: string, base: Base | undefined): Promise<Manifest> {
  const missing: Manifest['missing'] = []
  const contents: BackedContent[] = []
  for (const sha256 of contentsIn(copy)) {
    const found = await stat(join(data, contentName(sha256))).catch(() => undefined)
    const held = base?.holds.get(sha256)
    if (held !== undefined && found) contents.push({ sha256, size: found.size, in: held })
    else if (found?.isFile()) contents.push({ sha256, size: found.size })
    else missing.push({ sha256, reason: 'it is not in the vault’s files' })
  }
  const size = (await stat(copy)).size
  return {
    format: 'ilmenite-backup/1',
    at: new Date().toISOString(),
    database: { sha256: await hashOfFile(copy), size },
    ...{ contents, missing, base: base?.list ?? [] },
  }
}

/** The contents that documents refer to. */
function contentsIn(file: string): string[] {
  const db = new Database(file, { readonly: true })
  try {
    return contentsNamed(db).map(({ sha256 }) => sha256)
  } finally {
    db.close()
  }
}

export async function hashOfFile(file: string): Promise<string> {
  const hash = createHash('sha256')
  for await (const chunk of createReadStream(file)) hash.update(chunk as Buffer)
  return hash.digest('hex')
}

async function writeTar(
  part: string,
  copy: string,
  data: string,
  manifest: Manifest,
  progress: Progress,
): Promise<void> {
  const tar = pack()
  const out = pipeline(tar, createWriteStream(part, { mode: 0o600 }))
  const fill = async () => {
    const text = JSON.stringify(manifest)
    tar.entry({ name: manifestName, mode: 0o600 }, text)
    await addFile(tar, databaseName, copy, manifest.database.size)
    const own = manifest.contents.filter((content) => content.in === undefined)
    for (const [index, { sha256, size }] of own.entries()) {
      await addFile(tar, contentName(sha256), join(data, contentName(sha256)), size)
      progress(index + 1, own.length)
    }
    tar.finalize()
  }
  await Promise.all([
    out,
    fill().catch((error: Error) => {
      tar.destroy(error)
      throw error
    }),
  ])
}

async function addFile(tar: Pack, name: string, file: string, size: number): Promise<void> {
  const entry = tar.entry({ name, size, mode: 0o600 })
  await pipeline(createReadStream(file), entry)
}

/** A backup stands under its name once all of it is on the disk. */
async function syncAndRename(part: string, file: string): Promise<void> {
  const handle = await open(part, 'r+')
  await handle.sync()
  await handle.close()
  await rename(part, file)
  const folder = await open(dirname(file), 'r')
  await folder.sync()
  await folder.close()
}
