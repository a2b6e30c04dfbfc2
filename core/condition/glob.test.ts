import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { globTakes } from './glob'

/** The rule again, in the plainest way: every character of both, one after the other. */
function takes(glob: string[], text: string[]): boolean {
  const [first, ...rest] = glob
  if (first === undefined) return text.length === 0
  if (first === '*') return takes(rest, text) || (text.length > 0 && takes(glob, text.slice(1)))
  return text.length > 0 && (first === '?' || first === text[0]) && takes(rest, text.slice(1))
}

describe('a glob', () => {
  it.each<[glob: string, text: string, is: boolean]>([
    ['*', '', true],
    ['', '', true],
    ['', 'a', false],
    ['BR-*', 'BR-1042', true],
    ['BR-*', 'br-1042', false],
    ['*.dxf', 'bracket.dxf', true],
    ['*.dxf', 'bracket.dxf.bak', false],
    ['BR-????', 'BR-1042', true],
    ['BR-????', 'BR-10420', false],
    ['?', '😀', true],
    ['*?', '😀', true],
    ['*a?c*', 'xxa😀cxx', true],
    ['a.c', 'abc', false],
    ['[a]', 'a', false],
    ['a**b', 'ab', true],
    ['*ab*ab', 'ab', false],
    ['*\n*', 'one\ntwo', true],
  ])('%s takes %s: %s', (glob, text, is) => expect(globTakes(glob, text)).toBe(is))

  it('takes what the plain rule takes', () => {
    const character = fc.constantFrom('a', 'b', '*', '?', '😀')
    fc.assert(
      fc.property(
        fc.array(character, { maxLength: 8 }),
        fc.array(fc.constantFrom('a', 'b', '😀'), { maxLength: 8 }),
        (glob, text) => {
          expect(globTakes(glob.join(''), text.join(''))).toBe(takes(glob, text))
        },
      ),
      { numRuns: 5000, seed: 11 },
    )
  })
  it('is answered whatever it is made of', () => {
    const text = 'a'.repeat(10_000)
    for (const glob of ['*a'.repeat(2000) + 'Z', '*?a'.repeat(1000) + 'Z', `${'*a?'.repeat(1500)}*Z`])
      expect(globTakes(glob, text)).toBe(false)
  })
})
