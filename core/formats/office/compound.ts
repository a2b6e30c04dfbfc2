import { latin1 } from '../characters'
import type { Source } from '../source'

/** The container of old office formats, in which newer ones are wrapped when they are encrypted. */
export const isCompound = (head: Uint8Array): boolean =>
  latin1(head, 0, 8) === '\xd0\xcf\x11\xe0\xa1\xb1\x1a\xe1'

/** The name of a wrapped document’s stream, as its list of entries has it. */
const wrapped = Array.from('EncryptedPackage', (letter) => `${letter}\0`).join('')

/** Whether a container wraps an encrypted document: its list of entries stands near its beginning or its end. */
export function isEncryptedCompound(source: Source): boolean {
  if (!isCompound(source.read(0, 8))) return false
  const some = 1 << 16
  return [0, Math.max(0, source.size - some)].some((from) =>
    latin1(source.read(from, from + some)).includes(wrapped),
  )
}
