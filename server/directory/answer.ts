import { count, isNotNull } from 'drizzle-orm'
import type { DirectoryAnswer } from '../../shared/answers'
import { consistently, type Db } from '../database/connection'
import { documents, people } from '../database/schema'
import { recentChanges } from './changes'
import { wholeDirectory } from './directory'
import { directoryVersion, homeOf, inUseIn } from './folders'
import { documentsByPlace } from './standing'

/** Everything that whoever looks after the directory is shown of it. */
export function directoryAnswer(db: Db): DirectoryAnswer {
  return consistently(db, () => {
    const directory = wholeDirectory(db)
    const withPassword = new Set(
      db
        .select({ id: people.id, hash: people.passwordHash })
        .from(people)
        .all()
        .flatMap(({ id, hash }) => (hash ? [id] : [])),
    )
    const held = new Map(
      db
        .select({ by: documents.checkedOutBy, count: count() })
        .from(documents)
        .where(isNotNull(documents.checkedOutBy))
        .groupBy(documents.checkedOutBy)
        .all()
        .map(({ by, count: times }) => [by, times]),
    )
    const standing = documentsByPlace(db)
    const inFolder: Record<string, number> = {}
    for (const { folder, documents: there } of standing) inFolder[folder] = (inFolder[folder] ?? 0) + there
    const home = homeOf(directory.folders, inUseIn(db), ({ lifecycles }) => lifecycles)
    return {
      version: directoryVersion(db),
      people: directory.people.map((person) => ({
        ...person,
        hasPassword: withPassword.has(person.id),
        checkedOut: held.get(person.id) ?? 0,
      })),
      groups: directory.groups,
      folders: directory.folders,
      home: Object.fromEntries(home),
      documents: inFolder,
      standing,
      changes: recentChanges(db),
    }
  })
}
