import { and, eq, gt, lt, or, type SQL, sql } from 'drizzle-orm'
import { allows, chainTo, folderGrants, principalsOf, type Right, stateGrants } from '../../core/access'
import { published } from '../configuration/published'
import type { Tx } from '../database/connection'
import { documents } from '../database/schema'
import { allFolders } from '../directory/folders'
import { type Account, asPerson } from '../directory/people'

/**
 * The condition that keeps a list to what a person may see; undefined where that is everything. One list of places
 * goes along as JSON: a condition written out for each folder would be too deep for SQLite from 400 folders on.
 */
export function visible(tx: Tx, account: Account): SQL | undefined {
  const { configuration } = published(tx)
  const folders = allFolders(tx)
  const person = asPerson(account)
  const seen: [folder: string, lifecycle: string, state: string][] = []
  let hidden = false
  for (const { path } of folders) {
    const chain = chainTo(folders, path)
    const held = principalsOf(person, chain)
    const folderGrantsSeeing = folderGrants(chain, held, 'see').granted
    for (const { id, states } of configuration.lifecycles)
      for (const use of states)
        if (folderGrantsSeeing && stateGrants(use, held, 'see')) seen.push([path, id, use.state])
        else hidden = true
  }
  return hidden ? standsIn(seen) : undefined
}

const standsIn = (places: string[][]): SQL =>
  sql`(${documents.folder}, ${documents.lifecycle}, ${documents.state}) in (
    select value ->> 0, value ->> 1, value ->> 2 from json_each(${JSON.stringify(places)}))`

/** The condition that keeps a list to a folder and all below it; undefined for the root. */
export const inFolder = (folder: string): SQL | undefined =>
  folder === '/'
    ? undefined
    : // “0” is the character after “/”: whatever follows a slash comes before it.
      or(
        eq(documents.folder, folder),
        and(gt(documents.folder, `${folder}/`), lt(documents.folder, `${folder}0`)),
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
