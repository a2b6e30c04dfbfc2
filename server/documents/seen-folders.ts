import { bitOf, parentOf, relations, rightsInState } from '../../core/access'
import { published } from '../configuration/published'
import type { Tx } from '../database/connection'
import { allFolders, inFolderAs } from '../directory/folders'
import { type Account, asPerson } from '../directory/people'

/** The folders in or below which a person may see documents of some lifecycle in some state. */
export function seenFolders(tx: Tx, account: Account): string[] {
  const uses = published(tx).configuration.lifecycles.flatMap(({ states }) => states)
  const inFolder = inFolderAs(tx)
  const person = asPerson(account)
  const see = bitOf('see')
  const isSeen = (path: string): boolean =>
    relations.some((relation) => {
      const { held, granted } = inFolder(person, path, relation)
      return (granted & see) !== 0 && uses.some((use) => (rightsInState(use, held) & see) !== 0)
    })
  const paths = allFolders(tx).map(({ path }) => path)
  const kept = new Set<string>()
  for (const path of paths)
    if (isSeen(path)) for (let at = path; !kept.has(at); at = parentOf(at)) kept.add(at)
  return paths.filter((path) => kept.has(path))
}
