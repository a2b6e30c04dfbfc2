import { filledText, id, list, object, optional, patch, yesno } from '../../shape'
import type { VaultDirectory } from '../types'
import { addPerson } from './add-person'
import type { ChangeKind } from './change-kind'
import { changePerson, type ChangePerson } from './change-person'
import { personFields } from './people'

/** The most people of one list: each is looked up among all others. */
export const mostPeople = 5000

/** One line of a list of people: somebody new, or what changes of somebody who is there. */
export interface ImportedPerson extends Omit<ChangePerson, 'kind' | 'person'> {
  /** Who is changed, or the id of somebody new; one is made where it is missing. */
  person?: string
}

/** Many people at once, as one change that is taken back as one. */
export interface ImportPeople {
  kind: 'import-people'
  source: string
  people: ImportedPerson[]
}

const known = (directory: VaultDirectory, { person }: ImportedPerson): boolean =>
  directory.people.some(({ id: other }) => other === person)

export const importPeople: ChangeKind<ImportPeople> = {
  fields: {
    source: filledText(255),
    people: list(
      object({ person: optional(id), ...patch(personFields), active: optional(yesno) }),
      mostPeople,
    ),
  },
  apply: (directory, { people }, words) =>
    people.reduce((before, line) => {
      if (known(before, line))
        return changePerson.apply(before, { kind: 'change-person', ...line, person: line.person! }, words)
      const { name = '', mail = '', groups = [], administrator = false, initials = null, person } = line
      return addPerson.apply(
        before,
        { kind: 'add-person', person, name, mail, groups, administrator, initials },
        words,
      )
    }, directory),
  words(directory, { source, people }) {
    const changed = people.filter((line) => known(directory, line)).length
    return `People from ${source}: ${people.length - changed} new, ${changed} changed`
  },
}
