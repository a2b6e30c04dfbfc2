import { playerShape, principal, type Principal } from '../../access'
import { filledText, id, list } from '../../shape'
import { folderOf, nameIn, tidy, withEntry, withFolder } from '../find'
import { DirectoryError } from '../types'
import type { ChangeKind } from './change-kind'
import { requireKnown } from './require-known'

/** Who plays a role in a folder and below; null leaves it to the folders above. */
export interface SetRole {
  kind: 'set-role'
  folder: string
  role: string
  players: Principal[] | null
}

export const setRole: ChangeKind<SetRole> = {
  fields: { folder: filledText(1000), role: id, players: { ...list(playerShape, 500), nullable: true } },
  apply(directory, { folder, role, players }, { roles }) {
    if (!roles.some((other) => other.id === role))
      throw new DirectoryError(`there is no role “${role}” in the configuration`)
    for (const player of players ?? []) requireKnown(directory, player)
    const wanted = players ? [...new Set(players)] : undefined
    return withFolder(directory, folder, (before) =>
      tidy({ ...before, roles: withEntry(before.roles, role, wanted) }),
    )
  },
  words(directory, { folder, role, players }, words) {
    const names = (list: Principal[] | undefined | null) =>
      list ? list.map((one) => nameIn(directory, words, one)).join(' and ') || 'nobody' : 'as above'
    const before = folderOf(directory, folder).roles?.[role]
    return `${nameIn(directory, words, principal('role', role))} in ${folder}: ${names(players)}, was ${names(before)}`
  },
}
