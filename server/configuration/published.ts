import { eq } from 'drizzle-orm'
import type { Configuration } from '../../core/configuration'
import type { Published } from '../../shared/answers'
import { now } from '../clock'
import type { Tx } from '../database/connection'
import { configurations } from '../database/schema'
import { directoryVersion } from '../directory/folders'
import { addGroups, allGroups, withGroups } from '../directory/groups'
import { Refusal } from '../refusal'
import { statements } from './statements'

let stored: Published | undefined
/** What is in force, with the groups of one version of the directory. */
let inForce: { of: Published; version: number; published: Published } | undefined

/**
 * The configuration in force, with the groups that there are now. Parsed once per published one.
 * @throws Refusal where the vault has none yet.
 */
export function published(tx: Tx): Published {
  const newest = statements(tx).newest.get()
  if (!newest)
    throw new Refusal('conflict', 'this vault has no configuration yet: make the demo data, or import one')
  if (stored?.id !== newest.id || stored.at !== newest.at)
    stored = tx.select().from(configurations).where(eq(configurations.id, newest.id)).get()!
  const version = directoryVersion(tx)
  if (inForce?.of !== stored || inForce.version !== version)
    inForce = {
      of: stored,
      version,
      published: { ...stored, configuration: withGroups(stored.configuration, allGroups(tx)) },
    }
  return inForce.published
}

/** Adds a configuration as the newest one, without asking. */
export function insertConfiguration(
  tx: Tx,
  row: { id: number; configuration: Configuration; personName: string; comment: string | null; at?: string },
): void {
  addGroups(tx, row.configuration.groups)
  tx.insert(configurations)
    .values({ ...row, at: row.at ?? now() })
    .run()
}
