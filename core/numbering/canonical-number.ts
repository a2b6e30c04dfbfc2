/**
 * A number as documents are filed under it: one case, single blanks, and one form of each letter (Unicode, UAX 15,
 * NFKC): a full-width N is an N.
 */
export function canonicalNumber(text: string): string {
  return text.normalize('NFKC').trim().replace(/\s+/g, ' ').toUpperCase()
}
