import { eq } from 'drizzle-orm'
import type { DirectoryDelta, DirectoryPerson, VaultDirectory } from '../../core/directory'
import type { Tx } from '../database/connection'
import { folders, groups, people } from '../database/schema'
import { allFolders } from './folders'
import { allGroups } from './groups'

const person = {
  id: people.id,
  name: people.name,
  initials: people.initials,
  mail: people.mail,
  groups: people.groups,
  active: people.active,
  administrator: people.administrator,
}

/** People, groups and folders as they are now. */
export const wholeDirectory = (tx: Tx): VaultDirectory => ({
  people: tx.select(person).from(people).orderBy(people.name, people.id).all() satisfies DirectoryPerson[],
  groups: allGroups(tx),
  folders: allFolders(tx),
})

/** Writes a change down. Somebody new has no password yet. */
export function writeDelta(tx: Tx, delta: DirectoryDelta): void {
  for (const { before, after } of delta.people) {
    if (!after) continue
    if (before) tx.update(people).set(after).where(eq(people.id, after.id)).run()
    else
      tx.insert(people)
        .values({ ...after, passwordHash: '' })
        .onConflictDoUpdate({ target: people.id, set: after })
        .run()
  }
  for (const { before, after } of delta.groups)
    if (after) tx.insert(groups).values(after).onConflictDoUpdate({ target: groups.id, set: after }).run()
    else tx.delete(groups).where(eq(groups.id, before!.id)).run()
  const folderOf = (change: DirectoryDelta['folders'][number]) =>
    eq(folders.key, (change.after ?? change.before)!.key)
  for (const change of delta.folders) if (!change.after) tx.delete(folders).where(folderOf(change)).run()
  for (const change of delta.folders) {
    if (!change.after) continue
    const { path, key, ...rules } = change.after
    if (change.before) tx.update(folders).set({ path, rules }).where(folderOf(change)).run()
    else tx.insert(folders).values({ path, key, rules }).run()
  }
}
