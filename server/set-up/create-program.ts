import { existsSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import type { Directory } from '../../core/access'
import { normalMail, type VaultDirectory } from '../../core/directory'
import { atomically, DataFolderError, type Db, openDatabase } from '../database/connection'
import { migrateDatabase } from '../database/migrate'
import { replaceDirectory } from '../directory/changes'
import { wholeDirectory } from '../directory/directory'
import { ownOrigin } from '../settings/address'
import { Refusal } from '../refusal'
import { firstLink } from '../sessions/links'
import { addAdministrator, hasAdministrator } from './administrator'
import { beginVault, theVault } from './new-vault'
import { type Start, startVault } from './start'

/** The input for a new vault. */
export interface Creation {
  folder: string
  administrator: { name: string; mail: string }
  starts: Start[]
  directory?: Directory
}

/** The administrator's link, or the reasons why no vault was made. */
export type Created = { link: string } | { refused: string; reasons: string[] }

/** Creates a vault in an empty folder, whole or not at all. A vault that is half made is begun anew. */
export function createVault(creation: Creation): Created {
  const file = join(creation.folder, 'ilmenite.sqlite')
  const wasThere = existsSync(file)
  let db: Db | undefined
  try {
    db = openDatabase(creation.folder)
    migrateDatabase(db)
    return { link: filled(db, creation) }
  } catch (error) {
    db?.$client.close()
    db = undefined
    if (!wasThere) for (const end of ['', '-wal', '-shm']) rmSync(file + end, { force: true })
    if (error instanceof Refusal) return { refused: error.message, reasons: error.reasons.map(inWords) }
    if (error instanceof DataFolderError) return { refused: error.message, reasons: [] }
    throw error
  } finally {
    db?.$client.close()
  }
}

/** Fills a vault in one transaction. @returns the administrator's link */
const filled = (db: Db, { administrator, starts, directory }: Creation): string =>
  atomically(db, (tx) => {
    beginVault(tx)
    if (hasAdministrator(tx))
      throw new Refusal('conflict', 'the folder holds a vault already: serve it, or name an empty folder')
    const mail = normalMail(administrator.mail)
    const known = directory?.people.find((person) => normalMail(person.mail ?? '') === mail)
    const id = addAdministrator(tx, known?.name ?? administrator.name, mail, known?.id)
    for (const start of starts) startVault(tx, theVault, start)
    if (directory) replaceDirectory(tx, theVault, joined(wholeDirectory(tx), directory, id))
    return firstLink(tx, id, ownOrigin(tx))
  })

/**
 * Joins a directory from a file to the one that is there. Each folder is known by its first path, and the administrator
 * stays one.
 */
function joined(
  there: VaultDirectory,
  { people, folders }: Directory,
  administratorId: string,
): VaultDirectory {
  return {
    groups: there.groups,
    people: [
      ...there.people.filter(({ id }) => !people.some((person) => person.id === id)),
      ...people.map(({ initials = null, mail, active = true, administrator, ...person }) => ({
        ...person,
        initials,
        mail: mail ?? '',
        active: active || person.id === administratorId,
        administrator: administrator === true || person.id === administratorId,
      })),
    ],
    folders: [
      ...there.folders.filter(({ path }) => !folders.some((folder) => folder.path === path)),
      ...folders.map((folder) => ({
        // The folder keeps everything that the file does not mention, such as a pattern’s grants on the root.
        ...there.folders.find(({ path }) => path === folder.path),
        ...(folder as VaultDirectory['folders'][number]),
        key: folder.path,
      })),
    ],
  }
}

const inWords = (reason: unknown): string =>
  typeof reason === 'string' ? reason : String((reason as { message?: unknown }).message)
