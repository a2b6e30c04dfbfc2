/** Letters of other scripts that look like Latin ones, and what they look like. */
const looksLike: Record<string, string> = Object.fromEntries(
  [
    'АA ВB СC ЕE НH ІI КK МM ОO РP ЅS ТT ХX УY аa сc еe іi оo рp ѕs хx уy ΑA ΒB ΕE ΖZ ΗH ΙI ΚK ΜM ΝN ΟO ΡP ΤT ΥY ΧX οo',
  ]
    .join('')
    .split(' ')
    .map(([foreign, latin]) => [foreign!, latin!]),
)

/** A name without what the eye does not tell apart: case, blanks, look-alike letters, ways to compose an accent. */
const folded = (name: string): string =>
  Array.from(name.normalize('NFKC'), (letter) => looksLike[letter] ?? letter)
    .join('')
    .replace(/\s+/g, ' ')
    .trim()
    .toLowerCase()

/** The names that differ from the wanted one only in what the eye does not tell apart. */
export function nearMisses(wanted: string, names: Iterable<string>): string[] {
  const fold = folded(wanted)
  return [...new Set(names)].filter((name) => name !== wanted && folded(name) === fold)
}
