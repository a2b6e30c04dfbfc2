import { createHash } from 'node:crypto'
import { createReadStream, existsSync } from 'node:fs'
import { join } from 'node:path'
import Database from 'better-sqlite3'
import { type Fault, references, registers, type Say, tallies, versions } from './checks'
import { contentsNamed } from './contents'
import { BackupError, contentName, databaseName } from './manifest'
import { verifyTrail } from './trail'

/** What was looked at, and what is wrong. */
export interface Verdict {
  sound: boolean
  checked: {
    documents: number
    versions: number
    contents: number
    registerRows: number
    references: number
    auditEntries: number
  }
  faults: Fault[]
  /** Faults beyond those that are told. */
  more: number
}

/** So many faults are told; the others are counted. */
const mostTold = 1000

/**
 * Whether a vault is whole: its database, every version’s content by its hash, every register, the references, the
 * audit trail, and what is counted and indexed. Looks at one moment of a vault that may be in use, and changes nothing.
 * @throws BackupError where the folder is none.
 */
export async function verifyVault(
  data: string,
  progress: (done: number, total: number) => void = () => undefined,
): Promise<Verdict> {
  const file = join(data, databaseName)
  if (!existsSync(file))
    throw new BackupError(`${data} is no data folder of Ilmenite: there is no ${databaseName} in it`)
  const db = new Database(file, { readonly: true, timeout: 30_000 })
  const faults: Fault[] = []
  let more = 0
  const say = (kind: Fault['kind'], where: string, message: string) => {
    if (faults.length < mostTold) faults.push({ kind, where, message })
    else more++
  }
  try {
    db.exec('begin')
    checkDatabase(db, say)
    for (const check of [versions, registers, references, tallies]) check(db, say)
    const audit = checkAudit(db, say)
    const contents = await checkContents(db, data, say, progress)
    return { sound: faults.length === 0, checked: counted(db, contents, audit), faults, more }
  } catch (error) {
    if ((error as { code?: string }).code?.startsWith('SQLITE_'))
      throw new BackupError(`${file} cannot be read: ${(error as Error).message}`, { cause: error })
    throw error
  } finally {
    db.close()
  }
}

function counted(db: Database.Database, contents: number, auditEntries: number): Verdict['checked'] {
  const count = (table: string) => db.prepare(`select count(*) from ${table}`).pluck().get() as number
  return {
    ...{ documents: count('documents'), versions: count('versions'), contents },
    ...{ registerRows: count('register_rows'), references: count('document_references'), auditEntries },
  }
}

function checkDatabase(db: Database.Database, say: Say): void {
  const answers = db.pragma('integrity_check(100)') as { integrity_check: string }[]
  for (const { integrity_check: answer } of answers)
    if (answer !== 'ok') say('database', databaseName, answer)
}

function checkAudit(db: Database.Database, say: Say): number {
  const verdict = verifyTrail(db)
  if (!verdict.whole) say('audit', `entry ${verdict.brokenAt}`, verdict.reason)
  return verdict.entries
}

/** Reads every content that a version refers to, once. */
async function checkContents(
  db: Database.Database,
  data: string,
  say: Say,
  progress: (done: number, total: number) => void,
): Promise<number> {
  const wanted = contentsNamed(db)
  for (const [index, { sha256, size, number }] of wanted.entries()) {
    const fault = await faultOf(join(data, contentName(sha256)), sha256, size)
    if (fault)
      say('content', sha256, `the content ${sha256.slice(0, 12)}… of ${number ?? 'no document'} ${fault}`)
    progress(index + 1, wanted.length)
  }
  return wanted.length
}

async function faultOf(file: string, sha256: string, size: number): Promise<string | undefined> {
  const hash = createHash('sha256')
  let got = 0
  try {
    for await (const chunk of createReadStream(file) as AsyncIterable<Buffer>) {
      hash.update(chunk)
      got += chunk.length
    }
  } catch (error) {
    const { code } = error as NodeJS.ErrnoException
    return code === 'ENOENT' ? 'is missing' : `cannot be read (${code})`
  }
  if (hash.digest('hex') !== sha256) return 'is not what it was: its hash is another'
  return got === size ? undefined : `has ${got} bytes, and its version says ${size}`
}
