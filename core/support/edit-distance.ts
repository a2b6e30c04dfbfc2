/** Levenshtein's distance: the fewest characters to insert, drop or exchange. */
export function editDistance(a: string, b: string): number {
  let above = Array.from({ length: b.length + 1 }, (_, i) => i)
  for (let i = 1; i <= a.length; i++) {
    const row = [i]
    for (let j = 1; j <= b.length; j++)
      row.push(Math.min(above[j]! + 1, row[j - 1]! + 1, above[j - 1]! + (a[i - 1] === b[j - 1] ? 0 : 1)))
    above = row
  }
  return above[b.length]!
}
