import type { RegisterRow } from './document'

/**
 * The label with which a legacy document came into the vault: that of its first adopted row, or of its last legacy one
 * where none was adopted. Undefined for a document that began in the vault.
 */
export function transferLabel(register: readonly RegisterRow[]): string | undefined {
  if (!register[0] || register[0].origin === 'native') return undefined
  const adopted = register.find(({ origin }) => origin === 'adopted')
  return (adopted ?? register.findLast(({ origin }) => origin === 'legacy'))?.label
}
