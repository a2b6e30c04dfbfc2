import { existsSync, renameSync } from 'node:fs'
import { eq } from 'drizzle-orm'
import { join, resolve } from 'node:path'
import { Readable } from 'node:stream'
import {
  configurations,
  documents,
  folders as folderTable,
  jobs,
  people as peopleTable,
} from '../server/database/schema'
import { carriedOver, referencesAmong } from './carried-over'
import { writeGripArchive } from './archive'
import { configuration } from './configuration'
import { pastOfVault } from './past'
import { pastOfStations } from './stations'
import { folders, password, people } from './world'
import { record } from '../server/audit/trail'
import { clock } from '../server/clock'
import { insertConfiguration } from '../server/configuration/published'
import { atomically, type Db, openDatabase } from '../server/database/connection'
import { migrateDatabase } from '../server/database/migrate'
import type { Account } from '../server/directory/people'
import { pendingAfter } from '../server/bindings/pending'
import { upToDate } from '../server/bindings/up-to-date'
import { filesHere } from '../server/files/files-here'
import { relate } from '../server/documents/references'
import { FileStore } from '../server/files/store'
import { hashPassword } from '../server/sessions/passwords'

/** Fills an empty data folder with the demo world. Does nothing where it has been filled before. */
async function seed(dataFolder: string, share: string): Promise<void> {
  if (!existsSync(join(share, 'Grip archive'))) {
    writeGripArchive(`${share}.making`)
    renameSync(`${share}.making`, share)
  }
  const db = openDatabase(dataFolder, 'normal')
  migrateDatabase(db)
  if (db.select({ id: configurations.id }).from(configurations).get()) return
  await fill(db, new FileStore(join(dataFolder, 'files')))
  db.$client.close()
}

/** The first letter of each name. */
const initialsOf = (name: string): string =>
  name
    .split(' ')
    .map((part) => part[0])
    .join('')

/** Everybody of the demo world, each with the same password. */
async function accountsOf(): Promise<Account[]> {
  const passwordHash = await hashPassword(password)
  return people.map((person) => ({
    ...person,
    ...{ passwordHash, active: true, initials: initialsOf(person.name), mailWhen: 'at-once' },
  }))
}

const daysAgo = (days: number) => () => new Date(Date.now() - days * 86_400_000)

async function fill(db: Db, store: FileStore): Promise<void> {
  const accounts = await accountsOf()
  const put = (content: string | Uint8Array) => store.put(Readable.from([Buffer.from(content)]))
  const carry = await carriedOver(put)
  const past = [...(await pastOfVault(put)), ...(await pastOfStations(put))].sort(
    (one, other) => one.at.getTime() - other.at.getTime(),
  )
  const realNow = clock.now
  const start = daysAgo(366)()
  atomically(db, (tx) => {
    clock.now = () => start
    for (const account of accounts) tx.insert(peopleTable).values(account).run()
    for (const { path, rules } of folders)
      tx.insert(folderTable)
        .values({ path, key: path, rules: rules as object })
        .run()
    insertConfiguration(tx, {
      id: 1,
      configuration,
      personName: accounts[0]!.name,
      comment: 'First configuration',
      at: start.toISOString(),
    })
    record(tx, accounts[0]!, {
      code: 'publish',
      action: 'publish configuration',
      subject: { kind: 'configuration', id: '1', name: 'Configuration 1' },
      after: { configuration: 1 },
      why: 'First configuration',
    })
    for (const { at, act } of past) {
      clock.now = () => at
      act(db, accounts)
    }
    clock.now = daysAgo(9)
    carry(db, accounts)
    relateAll(db, accounts[0]!)
  })
  await writeFiles(db, store, realNow)
}

/** Writes into the files what a year of acts has changed in their records, as the job for it would. */
async function writeFiles(db: Db, store: FileStore, realNow: typeof clock.now): Promise<void> {
  clock.now = daysAgo(8)
  const writing = { db, store, files: filesHere, isWorking: () => true }
  for (const { document } of pendingAfter(db, '', 10_000)) await upToDate(writing, document)
  db.delete(jobs).where(eq(jobs.kind, 'write-files')).run()
  clock.now = realNow
}

/** Notes what refers to what, with one audit entry for each assembly. */
function relateAll(db: Db, actor: Account): void {
  const rows = new Map(
    db
      .select({ number: documents.number, id: documents.id })
      .from(documents)
      .all()
      .map(({ number, id }) => [number, id]),
  )
  const parts = new Map<string, string[]>()
  for (const [parent, child] of referencesAmong([...rows.keys()])) {
    relate(db, rows.get(parent)!, rows.get(child)!)
    parts.set(parent, [...(parts.get(parent) ?? []), child])
  }
  for (const [parent, children] of parts)
    record(db, actor, {
      code: 'refer',
      action: 'add reference',
      subject: { kind: 'document', id: rows.get(parent)!, name: parent },
      after: { refersTo: children.join(', ') },
    })
}

await seed(
  resolve(process.env.ILMENITE_DATA ?? 'data'),
  resolve(process.env.ILMENITE_ARCHIVES ?? join(process.env.ILMENITE_DATA ?? 'data', 'archives')),
)
