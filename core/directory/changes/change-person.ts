import { filledText, patch, yesno, optional } from '../../shape'
import { personOf } from '../find'
import type { DirectoryPerson } from '../types'
import type { ChangeKind } from './change-kind'
import { groupNames, personFields, properPerson } from './people'

export interface ChangePerson {
  kind: 'change-person'
  person: string
  name?: string
  initials?: string | null
  mail?: string
  groups?: string[]
  administrator?: boolean
  active?: boolean
}

const patched = (
  before: DirectoryPerson,
  { kind: _, person: __, ...change }: ChangePerson,
): DirectoryPerson => ({
  ...before,
  ...Object.fromEntries(Object.entries(change).filter(([, value]) => value !== undefined)),
})

export const changePerson: ChangeKind<ChangePerson> = {
  fields: { person: filledText(200), ...patch(personFields), active: optional(yesno) },
  apply(directory, change) {
    const before = personOf(directory, change.person)
    const after = properPerson(directory, patched(before, change))
    return {
      ...directory,
      people: directory.people.map((person) => (person.id === after.id ? after : person)),
    }
  },
  words(directory, change) {
    const before = personOf(directory, change.person)
    const { name, initials, mail, groups, administrator, active } = change
    const said = [
      active === false ? 'deactivated' : active ? 'active again' : '',
      name === undefined || name === before.name ? '' : `called ${name.trim()}`,
      initials === undefined ? '' : initials ? `initials ${initials}` : 'no initials',
      mail === undefined ? '' : `mail ${mail.trim()}`,
      groups ? `in ${groupNames(directory, groups)}, was in ${groupNames(directory, before.groups)}` : '',
      administrator === undefined ? '' : administrator ? 'administrator' : 'no administrator any more',
    ].filter(Boolean)
    return `${before.name}: ${said.join('; ') || 'nothing changed'}`
  },
}
