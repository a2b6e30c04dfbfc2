import { idFor } from '../../configuration'
import { type Fields, filledText, list, matching, optional, text, yesno } from '../../shape'
import { DirectoryError, type DirectoryPerson, type VaultDirectory } from '../types'

/** What a person’s entry may say, besides who it is. */
export const personFields: Fields = {
  name: filledText(200, 'a person needs a name'),
  initials: optional({ ...text(20), nullable: true }),
  mail: matching(/^[^\s@]+@[^\s@]+$/, 'a mail address has something before and after its @', 320),
  groups: list(text(80), 500),
  administrator: yesno,
}

/** A mail address as it is compared and kept: the same however it is typed. */
export const normalMail = (mail: string): string => mail.trim().normalize('NFKC').toLowerCase()

const isAddress = (mail: string): boolean => /^[^\s@]+@[^\s@]+$/.test(mail)

/** A person’s entry as it is kept. @throws DirectoryError where something in it cannot be. */
export function properPerson(directory: VaultDirectory, person: DirectoryPerson): DirectoryPerson {
  const name = person.name.trim()
  const mail = normalMail(person.mail)
  if (name === '') throw new DirectoryError('a person needs a name')
  if (!isAddress(mail))
    throw new DirectoryError(`“${person.mail}” is no mail address: it has something before and after its @`)
  const other = directory.people.find((one) => one.id !== person.id && one.mail === mail)
  if (other)
    throw new DirectoryError(
      `${mail} is the address of ${other.name} already: a person signs in by their own`,
    )
  const unknown = person.groups.find((group) => !directory.groups.some(({ id }) => id === group))
  if (unknown !== undefined)
    throw new DirectoryError(`there is no group “${unknown}”: add it first, or leave it out`)
  return {
    ...person,
    name,
    mail,
    initials: person.initials?.trim() || null,
    groups: [...new Set(person.groups)],
  }
}

/** An id that nobody has, from a name. */
export const idForPerson = ({ people }: VaultDirectory, name: string): string =>
  idFor(
    name,
    people.map(({ id }) => id),
  )

/** Names of groups, for people. */
export const groupNames = ({ groups }: VaultDirectory, ids: string[]): string =>
  ids.map((id) => groups.find((group) => group.id === id)?.name ?? id).join(', ') || 'no group'
