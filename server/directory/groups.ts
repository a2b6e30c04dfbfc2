import { sql } from 'drizzle-orm'
import type { Configuration } from '../../core/configuration'
import type { DirectoryGroup } from '../../core/directory'
import { oncePerConnection, type Tx } from '../database/connection'
import { groups } from '../database/schema'

const statements = oncePerConnection((db) => ({
  groups: db
    .select()
    .from(groups)
    .orderBy(sql`rowid`)
    .prepare(),
}))

/** Every group there is. */
export const allGroups = (tx: Tx): DirectoryGroup[] => statements(tx).groups.all()

/**
 * A configuration with the groups that there are now: groups belong to the directory and change at once, and a
 * configuration names them. Those that it names and the directory does not know yet stay.
 */
export function withGroups(configuration: Configuration, known: DirectoryGroup[]): Configuration {
  const others = configuration.groups.filter(({ id }) => !known.some((group) => group.id === id))
  return { ...configuration, groups: [...known, ...others] }
}

/** Takes the groups that a configuration brings along into the directory. */
export function addGroups(tx: Tx, named: DirectoryGroup[]): void {
  for (const { id, name } of named) tx.insert(groups).values({ id, name }).onConflictDoNothing().run()
}
