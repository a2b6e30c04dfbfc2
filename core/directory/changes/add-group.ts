import { idFor } from '../../configuration'
import { filledText, id, optional } from '../../shape'
import { DirectoryError, type DirectoryGroup } from '../types'
import type { ChangeKind } from './change-kind'

export interface AddGroup {
  kind: 'add-group'
  group?: string
  name: string
}

/** A name as it is kept. @throws DirectoryError where it is empty, or another group has it. */
export function groupName(name: string, others: DirectoryGroup[]): string {
  const trimmed = name.trim()
  if (trimmed === '') throw new DirectoryError('a group needs a name')
  const same = (other: string) =>
    other.normalize('NFC').toLowerCase() === trimmed.normalize('NFC').toLowerCase()
  if (others.some((other) => same(other.name)))
    throw new DirectoryError(`there is already a group called ${trimmed}`)
  return trimmed
}

export const addGroup: ChangeKind<AddGroup> = {
  fields: { group: optional(id), name: filledText(200, 'a group needs a name') },
  apply(directory, { group: wanted, name: asked }) {
    const taken = directory.groups.map((group) => group.id)
    if (wanted !== undefined && taken.includes(wanted))
      throw new DirectoryError(`there is a group with the id “${wanted}” already`)
    const name = groupName(asked, directory.groups)
    return { ...directory, groups: [...directory.groups, { id: wanted ?? idFor(name, taken), name }] }
  },
  words: (_, { name }) => `Add the group ${name.trim()}`,
}
