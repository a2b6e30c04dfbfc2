import { published } from '../../configuration/published'
import { allFolders } from '../../directory/folders'
import type { LeftKind } from './left-kind'

/** A role that nobody plays in any folder stops whatever asks for it. */
export const unplayedRoles: LeftKind = {
  find(tx) {
    const played = new Set(
      allFolders(tx).flatMap(({ roles = {} }) =>
        Object.keys(roles).filter((role) => roles[role]!.length > 0),
      ),
    )
    return published(tx)
      .configuration.roles.filter(({ id }) => !played.has(id))
      .map(({ id, name }) => ({
        key: `role ${id}`,
        words: `Nobody plays ${name} in any folder`,
        act: { words: 'Say who does', to: '/access?folder=/&edit=yes' },
      }))
  },
}
