import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { configuration } from '../../demo/configuration'
import { folders, people } from '../../demo/world'
import { insertConfiguration } from '../configuration/published'
import { type Db, openDatabase } from '../database/connection'
import { migrateDatabase } from '../database/migrate'
import { folders as folderTable, people as peopleTable } from '../database/schema'
import { type Account, account } from '../directory/people'
import type { Incoming } from './rows'

/** A vault of the demo world without a document, in a folder of its own: a real database, no server. */
export function emptyVault(): { db: Db; who: (name: string) => Account; remove: () => void } {
  const folder = mkdtempSync(join(tmpdir(), 'ilmenite-vault-'))
  const db = openDatabase(folder)
  migrateDatabase(db)
  for (const person of people)
    db.insert(peopleTable)
      .values({ ...person, passwordHash: 'none', active: true })
      .run()
  for (const { path, rules } of folders)
    db.insert(folderTable)
      .values({ path, key: path, rules: rules as object })
      .run()
  insertConfiguration(db, {
    id: 1,
    configuration,
    personName: people[0]!.name,
    comment: null,
    at: '2026-01-01T08:00:00.000Z',
  })
  return {
    db,
    who: (name) => account(db, people.find((person) => person.name === name)!.id)!,
    remove() {
      db.$client.close()
      rmSync(folder, { recursive: true })
    },
  }
}

/** Content that the store would have taken in. */
export const content = (fileName: string, sha256 = 'a'.repeat(64)): Incoming => ({
  fileName,
  sha256,
  size: 1200,
})
