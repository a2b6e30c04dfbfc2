import { filledText } from '../../shape'
import { groupOf } from '../find'
import { groupName } from './add-group'
import type { ChangeKind } from './change-kind'

export interface RenameGroup {
  kind: 'rename-group'
  group: string
  name: string
}

export const renameGroup: ChangeKind<RenameGroup> = {
  fields: { group: filledText(80), name: filledText(200, 'a group needs a name') },
  apply(directory, { group: id, name: asked }) {
    groupOf(directory, id)
    const name = groupName(
      asked,
      directory.groups.filter((other) => other.id !== id),
    )
    return {
      ...directory,
      groups: directory.groups.map((group) => (group.id === id ? { ...group, name } : group)),
    }
  },
  words: (directory, { group, name }) => `Call the group ${groupOf(directory, group).name} ${name.trim()}`,
}
