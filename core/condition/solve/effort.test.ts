import { describe, expect, it } from 'vitest'
import type { Attribute } from '../../attribute'
import { parseCondition } from '../parse'
import { forOneCheck } from './effort'
import { satisfiable } from './solve'

/** More pigeons than holes: no record meets it, and no search without an idea of counting finds that out quickly. */
function pigeonhole(holes: number): { guard: string; attributes: Attribute[] } {
  const pigeons = Array.from({ length: holes + 1 }, (_, index) => `p${index}`)
  const somewhere = pigeons.map(
    (pigeon) => `(${Array.from({ length: holes }, (_, hole) => `${pigeon} == ${hole}`).join(' || ')})`,
  )
  const apart = pigeons.flatMap((one, index) => pigeons.slice(index + 1).map((other) => `${one} != ${other}`))
  return {
    guard: [...somewhere, ...apart].join(' && '),
    attributes: pigeons.map((id) => ({ id, name: id, type: 'number' })),
  }
}
const ask = (holes: number) => {
  const { guard, attributes } = pigeonhole(holes)
  return satisfiable(parseCondition(guard, attributes), attributes)
}

describe('a question to the solver', () => {
  it('is decided where it is small', () => expect(ask(3).answer).toBe('no'))
  it('stays undecided past its steps, with the reason, and alike each time', () => {
    const first = ask(20)
    expect(first).toEqual({ answer: 'undecided', why: expect.stringContaining('steps') })
    expect(ask(20)).toEqual(first)
  })
  it('does not take from the next one what it has used up', () => {
    ask(20)
    expect(ask(3).answer).toBe('no')
  })
  it('shares what a whole check may cost; the usual ones are decided all the same', () => {
    forOneCheck(() => {
      for (let time = 0; time < 8; time++) expect(ask(20).answer).toBe('undecided')
      expect(ask(2).answer).toBe('no')
    })
  })
  it('is answered about long texts without writing all their parts out', () => {
    const attributes: Attribute[] = [{ id: 'title', name: 'Title', type: 'text' }]
    const long = 'abcdefghij'.repeat(300)
    const has = (condition: string) => satisfiable(parseCondition(condition, attributes), attributes).answer
    expect(has(`"${long}".contains(title) && title.startsWith("cde") && title.endsWith("b")`)).toBe('yes')
    expect(has(`"${long}".contains(title) && title.startsWith("ca")`)).toBe('no')
    expect(has(`"${long}".startsWith(title) && title.endsWith("aa")`)).toBe('no')
    expect(has(`"${long}".endsWith(title) && title.startsWith("ij")`)).toBe('yes')
  })
})
