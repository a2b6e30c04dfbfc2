/** Returns the separator of a list with columns (RFC 4180): the one that occurs most often in its first line. */
export function separatorOf(text: string): string {
  const heading = text.slice(0, text.search(/[\r\n]|$/))
  const count = (separator: string) => heading.split(separator).length
  return [';', ',', '\t', '|'].reduce((best, separator) =>
    count(separator) > count(best) ? separator : best,
  )
}
