import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { namePattern, type PatternPart } from './pattern'

/** What a pattern means as a backtracking regular expression: small ones are answered by it as well. */
function expression(tokens: string[]): RegExp {
  const meant: Record<string, string> = {
    '{number}': '(?<number>[^/]+?)',
    '{revision}': '(?<revision>[^/]+?)',
    '{title:@*}': '(?<title>\\p{L}[^/]*?)',
    '{extension}': '(?<extension>[^./]+)',
    '{ignore}': '[^/]+?',
    '*': '[^/]*?',
    '?': '[^/]',
    '#': '\\d',
    '@': '\\p{L}',
    '[': '(?:',
    ']': ')?',
    '.': '\\.',
  }
  return new RegExp(`^${tokens.map((token) => meant[token] ?? token).join('')}$`, 'isu')
}

const piece = fc.constantFrom('_', '-', '.', 'a', '*', '?', '#', '@', '{ignore}')
/** An optional part that takes a character at least: one that may take none is not repeated by a regular expression. */
const optional = fc
  .array(piece, { minLength: 1, maxLength: 3 })
  .filter((inner) => inner.some((token) => token !== '*'))
  .map((inner) => ['[', ...inner, ']'])
const part = (name: string) => fc.constant([name])
const tokens = fc
  .tuple(
    fc.array(
      fc.oneof(
        piece.map((one) => [one]),
        optional,
      ),
      { maxLength: 3 },
    ),
    part('{number}'),
    fc.array(
      fc.oneof(
        piece.map((one) => [one]),
        optional,
        part('{title:@*}'),
      ),
      { maxLength: 3 },
    ),
    fc.oneof(part('{revision}'), fc.constant([])),
    fc.oneof(part('{extension}'), fc.constant([])),
  )
  .map(([before, number, between, revision, extension]) =>
    [before, [number], between, [revision, extension]].flat(2),
  )
const once = (list: string[], token: string) => list.filter((other) => other === token).length < 2

describe('a name pattern', () => {
  it('reads what the regular expression of the same meaning reads', () => {
    fc.assert(
      fc.property(
        tokens.filter((list) => once(list, '{title:@*}')),
        fc.array(fc.constantFrom('a', 'B', '1', '_', '-', '.', 'é', '😀', ' '), { maxLength: 9 }),
        (list, characters) => {
          const text = characters.join('')
          const groups = expression(list).exec(text)?.groups
          const wanted =
            groups &&
            Object.fromEntries(
              Object.entries(groups)
                .map(
                  ([name, value]) => [name, (value as string | undefined)?.trim()] as [PatternPart, string],
                )
                .filter(([, value]) => value),
            )
          expect(namePattern(list.join('')).read(text)).toEqual(wanted)
        },
      ),
      { numRuns: 5000, seed: 7 },
    )
  })
  it('stands for itself in either case', () => {
    const { read } = namePattern('straße [alt]{number:BR-[1]#}')
    expect(read('STRASSE BR-[1]7')).toBeUndefined()
    expect(read('Straße altBR-[1]7')).toEqual({ number: 'BR-[1]7' })
  })
  it('is answered whatever it is made of', () => {
    const name = 'a'.repeat(400)
    for (const text of [
      '{number}*a*a*a*a*aZ',
      `{number}${'[a]'.repeat(150)}Z`,
      `${'{ignore}'.repeat(40)}{number}Z`,
    ])
      expect(namePattern(text).read(name)).toBeUndefined()
  })
})
