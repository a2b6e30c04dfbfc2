/**
 * The order of two texts by Unicode code points; negative where the first comes before. JavaScript's own `<` goes by
 * UTF-16 code units, which puts what lies beyond U+FFFF before U+E000.
 */
export function compareText(one: string, other: string): number {
  const length = Math.min(one.length, other.length)
  for (let at = 0; at < length; at++) {
    const [a, b] = [one.charCodeAt(at), other.charCodeAt(at)]
    if (a !== b) return inOrder(a) - inOrder(b)
  }
  return one.length - other.length
}

/** A code unit moved so that surrogates, which stand for code points beyond U+FFFF, come after all others. */
const inOrder = (unit: number): number => (unit >= 0xd800 && unit <= 0xdfff ? unit + 0x10000 : unit)
