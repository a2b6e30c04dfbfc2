import { createHash } from 'node:crypto'
import { createReadStream, createWriteStream, existsSync } from 'node:fs'
import { mkdir, open, readdir, rename, rm, rmdir } from 'node:fs/promises'
import { basename, dirname, join, resolve } from 'node:path'
import { pipeline } from 'node:stream/promises'
import Database from 'better-sqlite3'
import pLimit from 'p-limit'
import { extract, type Extract } from 'tar-stream'
import { contentsNamed } from './contents'
import { BackupError, contentName, databaseName, type Manifest, manifestName, readManifest } from './manifest'

type Entry = Extract extends AsyncIterable<infer One> ? One : never

/** The most bytes of a manifest: some millions of contents. */
const mostOfManifest = 2 ** 30

/** What a restore brought back. */
export interface Restored {
  data: string
  at: string
  contents: number
  /** Contents that were missing already when the backup was made. */
  missing: Manifest['missing']
}

/** Every entry of a backup’s file, one after the other. @throws BackupError where it is broken or cut off. */
async function* entriesOf(file: string): AsyncGenerator<Entry> {
  if (!existsSync(file)) throw new BackupError(`there is no file ${file}`)
  const entries = extract()
  const source = createReadStream(file)
  source.on('error', (error) => entries.destroy(error))
  source.pipe(entries)
  try {
    for await (const entry of entries) yield entry
  } catch (error) {
    if (error instanceof BackupError) throw error
    throw new BackupError(`${file} is broken: ${(error as Error).message}`, { cause: error })
  } finally {
    source.destroy()
  }
}

async function textOf(entry: Entry, file: string): Promise<string> {
  const chunks: Buffer[] = []
  let size = 0
  for await (const chunk of entry as AsyncIterable<Buffer>) {
    size += chunk.length
    if (size > mostOfManifest)
      throw new BackupError(`${file} is no backup that Ilmenite can read: its manifest is endless`)
    chunks.push(chunk)
  }
  return Buffer.concat(chunks).toString('utf8')
}

/** A backup’s manifest, and the hash by which later backups know it. @throws BackupError */
export async function manifestOf(file: string): Promise<{ manifest: Manifest; sha256: string }> {
  for await (const entry of entriesOf(file)) {
    if (entry.header.name !== manifestName) break
    const text = await textOf(entry, file)
    return { manifest: readManifest(text, file), sha256: createHash('sha256').update(text).digest('hex') }
  }
  throw new BackupError(`${file} is no backup that Ilmenite can read: it does not begin with a manifest`)
}

/**
 * Brings a vault back from a backup, and from those that it goes on from, into an empty folder. Everything is written
 * beside it first and checked against the manifest, so that the folder is there as a whole or not at all. Whoever was
 * signed in has to sign in again. @throws BackupError that says what is missing or broken.
 */
export async function restoreBackup(
  from: string,
  data: string,
  progress: (done: number, total: number) => void = () => undefined,
): Promise<Restored> {
  const target = resolve(data)
  const file = resolve(from)
  await requireEmpty(target)
  const { manifest } = await manifestOf(file)
  await requireBase(file, manifest)
  const making = `${target}.restoring`
  await rm(making, { recursive: true, force: true })
  try {
    await mkdir(join(making, 'files'), { recursive: true, mode: 0o700 })
    await takeAll(file, manifest, making, progress)
    requireContents(join(making, databaseName), manifest, basename(file))
    await endSessions(join(making, databaseName))
    await syncAll(making)
    if (existsSync(target)) await rmdir(target)
    await rename(making, target)
    await syncOne(dirname(target))
  } catch (error) {
    await rm(making, { recursive: true, force: true })
    throw error
  }
  return { data: target, at: manifest.at, contents: manifest.contents.length, missing: manifest.missing }
}

async function requireEmpty(folder: string): Promise<void> {
  if (!existsSync(folder)) {
    if (!existsSync(dirname(folder)))
      throw new BackupError(`there is no folder ${dirname(folder)} to restore into`)
    return
  }
  const names = await readdir(folder).catch(() => undefined)
  if (!names) throw new BackupError(`${folder} is a file, not a folder: name an empty folder`)
  if (names.length)
    throw new BackupError(
      `${folder} is not empty: a backup is restored into an empty folder, so that nothing is lost`,
    )
}

/** @throws BackupError where a backup that this one goes on from is not beside it, or is another one. */
async function requireBase(file: string, { base }: Manifest): Promise<void> {
  for (const { file: name, sha256 } of base) {
    const beside = join(dirname(file), name)
    if (!existsSync(beside))
      throw new BackupError(
        `${basename(file)} goes on from ${name}, which is not beside it: put it there, or restore an earlier one`,
      )
    if ((await manifestOf(beside)).sha256 !== sha256)
      throw new BackupError(
        `${name} is not the backup that ${basename(file)} goes on from: it was made anew since`,
      )
  }
}

/** Writes database and contents, each checked as it is read; then says what is lacking. */
async function takeAll(
  file: string,
  manifest: Manifest,
  making: string,
  progress: (done: number, total: number) => void,
): Promise<void> {
  const wanted = new Map<string, { sha256: string; size: number; in?: string }>([
    [databaseName, manifest.database],
    ...manifest.contents.map((content) => [contentName(content.sha256), content] as const),
  ])
  const total = wanted.size
  const own = basename(file)
  const files = [...new Set([...wanted.values()].map((content) => content.in ?? own))]
  for (const name of files)
    for await (const entry of entriesOf(join(dirname(file), name))) {
      const content = wanted.get(entry.header.name)
      if (!content || (content.in ?? own) !== name) {
        entry.resume()
        continue
      }
      await takeEntry(entry, join(making, entry.header.name), content, name)
      wanted.delete(entry.header.name)
      progress(total - wanted.size, total)
    }
  if (wanted.size === 0) return
  const more = wanted.size > 5 ? ` and ${wanted.size - 5} more` : ''
  const named = `${[...wanted.keys()].slice(0, 5).join(', ')}${more} ${wanted.size === 1 ? 'is' : 'are'}`
  throw new BackupError(`${own} is not whole: ${named} missing in it. Nothing was restored.`)
}

async function takeEntry(
  entry: Entry,
  to: string,
  { sha256, size }: { sha256: string; size: number },
  file: string,
): Promise<void> {
  const hash = createHash('sha256')
  let got = 0
  // An iterator of its own: a pipeline would wait in vain for an entry that was cut off before it began.
  async function* counted(): AsyncGenerator<Buffer> {
    for await (const chunk of entry as AsyncIterable<Buffer>) {
      hash.update(chunk)
      got += chunk.length
      if (got > size) throw new Error('it is longer than its manifest says')
      yield chunk
    }
  }
  await mkdir(dirname(to), { recursive: true, mode: 0o700 })
  try {
    await pipeline(counted, createWriteStream(to, { mode: 0o600 }))
  } catch (error) {
    throw new BackupError(
      `${file} is broken at ${entry.header.name}: ${(error as Error).message}. Nothing was restored.`,
      { cause: error },
    )
  }
  if (got !== size || hash.digest('hex') !== sha256)
    throw new BackupError(
      `${file} is broken: ${entry.header.name} is not what its manifest says. Nothing was restored.`,
    )
}

/** @throws BackupError where the database refers to a content that the backup neither holds nor says is missing. */
function requireContents(database: string, { contents, missing }: Manifest, name: string): void {
  const known = new Set([...contents, ...missing].map(({ sha256 }) => sha256))
  const db = new Database(database, { readonly: true })
  try {
    const lost = contentsNamed(db).filter(({ sha256 }) => !known.has(sha256))
    if (!lost.length) return
    const first = lost[0]!.number ?? lost[0]!.sha256
    const others = lost.length > 1 ? ` and ${lost.length - 1} others` : ''
    const lacking = `its database refers to contents that it does not hold, of ${first}${others}`
    throw new BackupError(`${name} is not whole: ${lacking}. Nothing was restored.`)
  } finally {
    db.close()
  }
}

/** Sessions and links from the time of the backup may have been ended since. */
async function endSessions(file: string): Promise<void> {
  const db = new Database(file)
  try {
    for (const table of ['sessions', 'sign_in_links'])
      if (db.prepare('select 1 from sqlite_master where name = ?').get(table)) db.exec(`delete from ${table}`)
  } finally {
    db.close()
  }
}

/** Everything is on the disk before the folder gets its name; many at a time, since each alone waits for the disk. */
async function syncAll(folder: string): Promise<void> {
  const inTurn = pLimit(32)
  const names = await readdir(folder, { recursive: true })
  await Promise.all(names.map((name) => inTurn(() => syncOne(join(folder, name)))))
  await syncOne(folder)
}

/** Syncs a file or a folder. */
async function syncOne(folder: string): Promise<void> {
  const handle = await open(folder, 'r')
  await handle.sync()
  await handle.close()
}
