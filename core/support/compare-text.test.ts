import fc from 'fast-check'
import { expect, it } from 'vitest'
import { compareText } from './compare-text'

const points = (text: string) => Array.from(text, (character) => character.codePointAt(0)!)

it('orders texts as their code points are ordered', () => {
  const character = fc.constantFrom('a', 'b', '\ud7ff', '\ue000', '\uffff', '😀', '𝔸')
  const text = fc.array(character, { maxLength: 4 }).map((list) => list.join(''))
  fc.assert(
    fc.property(text, text, (one, other) => {
      const [a, b] = [points(one), points(other)]
      const at = a.findIndex((point, index) => point !== b[index])
      const expected = at < 0 || at >= b.length ? a.length - b.length : a[at]! - b[at]!
      expect(Math.sign(compareText(one, other))).toBe(Math.sign(expected))
    }),
    { numRuns: 2000 },
  )
})

it('puts a character beyond U+FFFF after one before it', () => {
  expect(compareText('\uffff', '😀')).toBeLessThan(0)
  expect('\uffff' < '😀').toBe(false)
})
