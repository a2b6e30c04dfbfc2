import { type DirectoryChange, applied, changeInWords } from './changes'
import type { Words } from './changes/change-kind'
import { deltaBetween } from './delta'
import { DirectoryError, type DirectoryDelta, type VaultDirectory } from './types'

/** A change as it would be made: what comes of it, what it touches, and how it is said. */
export interface MadeChange {
  after: VaultDirectory
  delta: DirectoryDelta
  words: string
}

/**
 * What a change makes of the directory. @throws DirectoryError where it cannot be made, or would leave the vault
 * without anybody who looks after it.
 */
export function changeDirectory(before: VaultDirectory, change: DirectoryChange, words: Words): MadeChange {
  const after = applied(before, change, words)
  requireAdministrator(after)
  return { after, delta: deltaBetween(before, after), words: changeInWords(before, change, words) }
}

/** @throws DirectoryError where nobody active is an administrator: nobody could let anybody in again. */
export function requireAdministrator({ people }: VaultDirectory): void {
  if (people.some(({ active, administrator }) => active && administrator)) return
  throw new DirectoryError(
    'nobody would be left who looks after the vault: make somebody else an administrator first',
  )
}
