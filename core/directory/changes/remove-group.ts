import { filledText } from '../../shape'
import { groupOf } from '../find'
import type { ChangeKind } from './change-kind'

export interface RemoveGroup {
  kind: 'remove-group'
  group: string
}

/** Nobody is in it any more; what rules say of it stays, and means nobody. */
export const removeGroup: ChangeKind<RemoveGroup> = {
  fields: { group: filledText(80) },
  apply(directory, { group: id }) {
    groupOf(directory, id)
    return {
      ...directory,
      groups: directory.groups.filter((group) => group.id !== id),
      people: directory.people.map((person) =>
        person.groups.includes(id)
          ? { ...person, groups: person.groups.filter((group) => group !== id) }
          : person,
      ),
    }
  },
  words: (directory, { group }) => `Remove the group ${groupOf(directory, group).name}`,
}
