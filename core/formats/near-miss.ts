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

/** Prepares a search for near misses among names. It folds each name once, however many searches follow. */
export function nearNames(names: Iterable<string>): (wanted: string) => string[] {
  const byFold = new Map<string, Set<string>>()
  for (const name of names) {
    const fold = folded(name)
    const alike = byFold.get(fold)
    if (alike) alike.add(name)
    else byFold.set(fold, new Set([name]))
  }
  return (wanted) => [...(byFold.get(folded(wanted)) ?? [])].filter((name) => name !== wanted)
}

/** The names that differ from the wanted one only in what the eye does not tell apart. */
export const nearMisses = (wanted: string, names: Iterable<string>): string[] => nearNames(names)(wanted)

/** @returns a test whether a name is wanted, or a near miss of a wanted one */
export function likeAny(wanted: Iterable<string>): (name: string) => boolean {
  const folds = new Set(Array.from(wanted, folded))
  return (name) => folds.has(folded(name))
}
