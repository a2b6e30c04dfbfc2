import { filledText, id, list, object, optional, patch, yesno } from '../../shape'
import type { VaultDirectory } from '../types'
import { addPerson } from './add-person'
import type { ChangeKind } from './change-kind'
import { changePerson } from './change-person'
import { personFields } from './people'

/** One line of a list of people: somebody new, or what changes of somebody who is there. */
export interface ImportedPerson {
  /** Who is changed; nobody yet where it is missing. */
  person?: string
  name?: string
  initials?: string | null
  mail?: string
  groups?: string[]
  administrator?: boolean
  active?: boolean
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
    people: list(object({ person: optional(id), ...patch(personFields), active: optional(yesno) }), 20_000),
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
