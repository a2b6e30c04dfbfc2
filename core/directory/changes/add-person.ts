import { id, optional } from '../../shape'
import { DirectoryError } from '../types'
import type { ChangeKind } from './change-kind'
import { groupNames, idForPerson, personFields, properPerson } from './people'

export interface AddPerson {
  kind: 'add-person'
  person?: string
  name: string
  initials?: string | null
  mail: string
  groups: string[]
  administrator: boolean
}

export const addPerson: ChangeKind<AddPerson> = {
  fields: { person: optional(id), ...personFields },
  apply(directory, { kind: _, person: wanted, initials = null, ...rest }) {
    if (directory.people.some((other) => other.id === wanted))
      throw new DirectoryError(`there is a person with the id “${wanted}” already`)
    const entry = { ...rest, initials, active: true, id: wanted ?? idForPerson(directory, rest.name) }
    return { ...directory, people: [...directory.people, properPerson(directory, entry)] }
  },
  words: (directory, { name, groups, administrator }) =>
    `Add ${name.trim()}, in ${groupNames(directory, groups)}${administrator ? ', administrator' : ''}`,
}
