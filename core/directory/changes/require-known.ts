import { type Principal, readPrincipal } from '../../access'
import { groupOf, personOf } from '../find'
import { DirectoryError, type VaultDirectory } from '../types'

/** @throws DirectoryError where a rule would speak of somebody who is not in the directory. */
export function requireKnown(directory: VaultDirectory, principal: Principal): void {
  const read = readPrincipal(principal)
  if (!read) throw new DirectoryError(`“${principal}” is nobody that a rule can speak of`)
  if (read.kind === 'person') personOf(directory, read.id)
  if (read.kind === 'group') groupOf(directory, read.id)
}
