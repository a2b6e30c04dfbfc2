/** A number as documents are filed under it: one case, single blanks. */
export function canonicalNumber(text: string): string {
  return text.normalize('NFC').trim().replace(/\s+/g, ' ').toUpperCase()
}
