import { and, eq, gte, inArray, lte, or, type SQL, sql } from 'drizzle-orm'
import { allows, chainTo, type Right } from '../../core/access'
import { published } from '../configuration/published'
import type { Tx } from '../database/connection'
import { documents } from '../database/schema'
import { allFolders } from '../directory/folders'
import { type Account, asPerson } from '../directory/people'

/** The condition that keeps a list to what a person may see; undefined where that is everything. */
export function visible(tx: Tx, account: Account): SQL | undefined {
  const { configuration } = published(tx)
  const folders = allFolders(tx)
  const person = asPerson(account)
  const pairs: SQL[] = []
  let hidden = false
  for (const folder of folders) {
    const chain = chainTo(folders, folder.path)
    for (const lifecycle of configuration.lifecycles) {
      const seen = lifecycle.states.filter((use) => allows(person, chain, use, 'see')).map((use) => use.state)
      if (seen.length < lifecycle.states.length) hidden = true
      if (seen.length)
        pairs.push(
          and(
            eq(documents.folder, folder.path),
            eq(documents.lifecycle, lifecycle.id),
            inArray(documents.state, seen),
          )!,
        )
    }
  }
  if (!hidden) return undefined
  return pairs.length ? or(...pairs) : sql`0`
}

/** The condition that keeps a list to a folder and all below it; undefined for the root. */
export const inFolder = (folder: string): SQL | undefined =>
  folder === '/'
    ? undefined
    : or(
        eq(documents.folder, folder),
        and(gte(documents.folder, `${folder}/`), lte(documents.folder, `${folder}/\uffff`)),
      )

/** The folders in or below which a person may see documents of some lifecycle in some state. */
export function seenFolders(tx: Tx, account: Account): string[] {
  const uses = published(tx).configuration.lifecycles.flatMap(({ states }) => states)
  // Whoever sees in some state: one rule to ask in each folder, however many lifecycles there are.
  const seers = uses.flatMap(({ grants }) =>
    Object.keys(grants).filter((who) => grants[who]!.includes('see')),
  )
  const somewhere = { grants: Object.fromEntries(seers.map((who): [string, Right[]] => [who, ['see']])) }
  const folders = allFolders(tx)
  const person = asPerson(account)
  const seen = folders.filter(({ path }) => allows(person, chainTo(folders, path), somewhere, 'see'))
  const isAbove = (path: string) =>
    seen.some((other) => other.path.startsWith(path === '/' ? '/' : `${path}/`))
  return folders
    .map(({ path }) => path)
    .filter((path) => seen.some((other) => other.path === path) || isAbove(path))
}
