/** One content of a vault, as a backup lists it. */
export interface BackedContent {
  sha256: string
  size: number
  /** The backup before this one that holds it, by the name of its file; it is in this one where nothing is said. */
  in?: string
}

/** What a backup holds, or where the rest is: the first entry of its file. */
export interface Manifest {
  format: 'ilmenite-backup/1'
  at: string
  database: { sha256: string; size: number }
  contents: BackedContent[]
  /** Contents that documents refer to and that could not be read when the backup was made. */
  missing: { sha256: string; reason: string }[]
  /** The backups that this one goes on from, each by its file and what its manifest’s hash must be. */
  base: { file: string; sha256: string }[]
}

export const manifestName = 'manifest.json'
export const databaseName = 'ilmenite.sqlite'
export const contentName = (sha256: string): string => `files/${sha256.slice(0, 2)}/${sha256}`

/** A backup that cannot be made or used; the message says what is wrong and the way out. */
export class BackupError extends Error {
  constructor(message: string, options?: ErrorOptions) {
    super(message, options)
    this.name = 'BackupError'
  }
}

const isHash = (value: unknown): value is string => typeof value === 'string' && /^[0-9a-f]{64}$/.test(value)
const isSize = (value: unknown): boolean => Number.isSafeInteger(value) && (value as number) >= 0
/** A file beside the backup: its name leads nowhere else. */
const isFileName = (value: unknown): boolean =>
  typeof value === 'string' &&
  value.length > 0 &&
  value.length < 256 &&
  !/[/\\\0]/.test(value) &&
  !/^\.\.?$/.test(value)

/** A manifest from its text. @throws BackupError where it is none. */
export function readManifest(text: string, file: string): Manifest {
  const refuse = (why: string) => new BackupError(`${file} is no backup that Ilmenite can read: ${why}`)
  let manifest: Manifest
  try {
    manifest = JSON.parse(text) as Manifest
  } catch (error) {
    throw new BackupError(`${file} is no backup that Ilmenite can read: its manifest is broken`, {
      cause: error,
    })
  }
  if (manifest?.format !== 'ilmenite-backup/1') throw refuse('its manifest is of another format')
  const { database, contents, base, missing } = manifest
  if (!isHash(database?.sha256) || !isSize(database.size)) throw refuse('its manifest names no database')
  if (![contents, base, missing].every(Array.isArray)) throw refuse('its manifest lacks a list')
  for (const { sha256, size, in: named } of contents)
    if (!isHash(sha256) || !isSize(size) || (named !== undefined && !isFileName(named)))
      throw refuse('its manifest names a content wrongly')
  for (const { file: named, sha256 } of base)
    if (!isFileName(named) || !isHash(sha256)) throw refuse('its manifest names an earlier backup wrongly')
  return manifest
}
