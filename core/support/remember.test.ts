import { expect, it } from 'vitest'
import { remembered } from './remember'

it('makes each text once, and no more than so many are kept', () => {
  const made: string[] = []
  const upper = remembered(2, (text) => (made.push(text), text.toUpperCase()))
  expect([upper('a'), upper('a'), upper('b'), upper('a')]).toEqual(['A', 'A', 'B', 'A'])
  expect(made).toEqual(['a', 'b'])
  expect([upper('c'), upper('a')]).toEqual(['C', 'A'])
  expect(made).toEqual(['a', 'b', 'c', 'a'])
})

it('does not remember what failed', () => {
  let tries = 0
  const failing = remembered(2, () => {
    throw new Error(`try ${++tries}`)
  })
  expect(() => failing('a')).toThrow('try 1')
  expect(() => failing('a')).toThrow('try 2')
})
