import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { covers, implies, overlap, satisfiable } from './solve'
import { evaluate } from '../evaluate'
import { parseCondition } from '../parse'
import type { DocumentRecord } from '../../attribute'
import { attributes, conditionText } from './conditions.fixture'

const read = (text: string) => parseCondition(text, attributes)
/** The answer, after its witness has been shown to the evaluator. */
const ask = (text: string) => {
  const solution = satisfiable(read(text), attributes)
  if (solution.witness)
    expect(evaluate(read(text), solution.witness), JSON.stringify(solution.witness)).toBe(true)
  return solution.answer
}

describe('whether some record meets a condition', () => {
  it.each<[string, 'yes' | 'no']>([
    // numbers, real and whole
    ['mass > 3 && mass < 3.1', 'yes'],
    ['mass > 3 && mass <= 3', 'no'],
    ['mass < limit && limit < mass', 'no'],
    ['mass <= limit && limit <= mass && mass != limit', 'no'],
    ['mass > 0.1 && mass < 0.2 && mass != 0.15', 'yes'],
    ['count > 3 && count < 4', 'no'],
    ['count >= 3 && count <= 4 && count != 3 && count != 4', 'no'],
    ['count > 3 && count < 6 && count != 4', 'yes'],
    ['count < most && most < 2 && count > 0', 'no'],
    ['count < most && most < 3 && count > 0', 'yes'],
    ['mass > 1 && mass < count && count < 3', 'yes'],
    ['mass == count && mass > 2.5 && mass < 2.9', 'no'],
    ['price < 0', 'no'],
    ['price > 100', 'no'],
    ['price >= 100', 'yes'],
    ['mass == 1 && limit == 2 && mass > limit', 'no'],
    ['mass in [1, 2, 3] && mass > 2.5', 'yes'],
    ['mass in []', 'no'],
    // dates
    ['due > date("2026-01-01") && due < date("2026-01-02")', 'no'],
    ['due > date("2026-01-01") && due < date("2026-01-03")', 'yes'],
    ['due < done && done < due', 'no'],
    ['due > date("9999-12-31")', 'no'],
    // choices, yes and no
    ['finish != "zinc" && finish != "paint" && finish != "raw"', 'yes'],
    ['finish != "zinc" && finish != "paint" && finish != "raw" && finish != null', 'no'],
    ['finish == "gold"', 'no'],
    ['finish == coat && finish == "raw"', 'no'],
    ['finish != coat && finish != null && coat != null', 'yes'],
    ['finish.startsWith("p") && finish.endsWith("t")', 'yes'],
    ['urgent && !urgent', 'no'],
    ['urgent != checked && urgent', 'yes'],
    ['urgent == checked && urgent && !checked', 'no'],
    // empty values
    ['mass == null && mass != null', 'no'],
    ['mass == null && mass > 0', 'no'],
    ['mass == null && !(mass > 0)', 'yes'],
    ['mass == limit && mass == null && limit != null', 'no'],
    ['mass != limit && mass == null', 'yes'],
    ['title == null && title.contains("")', 'no'],
    ['!(mass < limit) && !(mass >= limit)', 'yes'],
    ['!(mass < limit) && !(mass >= limit) && mass != null && limit != null', 'no'],
    // texts
    ['title.startsWith("BR") && title.endsWith("RX")', 'yes'],
    ['title.startsWith("BR") && title == "B"', 'no'],
    ['title.startsWith("AB") && title.startsWith("AC")', 'no'],
    ['title.contains("ab") && !title.contains("a")', 'no'],
    ['glob(title, "BR-*_?.dxf") && glob(title, "*_C.dxf")', 'yes'],
    ['glob(title, "BR-???") && title.endsWith(".dxf")', 'no'],
    ['glob(title, "BR-???????") && title.endsWith(".dxf")', 'yes'],
    ['glob(title, "?") && title.contains("ab")', 'no'],
    ['glob(title, "a**b") && title == "ab"', 'yes'],
    ['isOneOf(title, "a", "b") && title != "a" && title != "b"', 'no'],
    ['!glob(title, "*")', 'yes'],
    ['!glob(title, "*") && title != null', 'no'],
    ['"abc".contains(title) && title.startsWith("c")', 'yes'],
    ['"abc".startsWith(title) && title == "b"', 'no'],
    ['"abc".endsWith(title) && title == "bc"', 'yes'],
    ['title < "b" && title > "a" && glob(title, "?")', 'no'],
    ['title < "c" && title > "a" && glob(title, "?")', 'yes'],
    ['title < "a" && title.startsWith("a")', 'no'],
    ['title >= "a" && title < "b" && !title.startsWith("a")', 'no'],
    ['title < ""', 'no'],
    // texts among themselves
    ['title == note && title.startsWith("a") && note.startsWith("b")', 'no'],
    ['title == note && note == code && title != code', 'no'],
    ['title != note && isOneOf(title, "a") && isOneOf(note, "a")', 'no'],
    [
      'title != note && note != code && code != title && isOneOf(title, "a", "b") && isOneOf(note, "a", "b") && isOneOf(code, "a", "b")',
      'no',
    ],
    [
      'title != note && note != code && code != title && glob(title, "?") && glob(note, "?") && glob(code, "?")',
      'yes',
    ],
    ['title < note && note < title', 'no'],
    ['title < note && title.startsWith("b") && note.startsWith("a")', 'no'],
    ['title < note && note < code && title.startsWith("a") && code.startsWith("a")', 'yes'],
    ['title <= note && note <= title && title != note', 'no'],
    ['title < note && title.startsWith("ab") && note == "ab"', 'no'],
    ['title < note && title >= "ab" && note <= "abc" && glob(title, "???")', 'yes'],
    ['title < note && title >= "ab" && note <= "aba" && glob(title, "???") && !title.startsWith("ab")', 'no'],
    ['title.startsWith(note) && note == "BR" && title == "BX"', 'no'],
    ['title.startsWith(note) && note.startsWith(title) && title != note', 'no'],
    ['title.startsWith(note) && title.endsWith("1") && note.endsWith("2")', 'yes'],
    ['title.contains(note) && note == "ab" && title.startsWith("x")', 'yes'],
    // logic
    ['true', 'yes'],
    ['false', 'no'],
    ['mass == 1 || false', 'yes'],
    ['!(mass == 1 || mass != 1)', 'no'],
    ['(mass > 1 || mass < 0) && (mass < 1 || mass > 5) && !(mass < 0) && !(mass > 5)', 'no'],
  ])('%s: %s', (text, expected) => expect(ask(text)).toBe(expected))

  it('says undecided, and why, only where it is told', () => {
    const solution = satisfiable(
      read('title.contains(note) && note.contains(title) && title != note'),
      attributes,
    )
    expect(solution).toEqual({
      answer: 'undecided',
      why: expect.stringMatching(/contains” between two attributes/),
    })
    expect(satisfiable(read('mass > 0.1 && mass < 0.10000000000000002'), attributes)).toEqual({
      answer: 'undecided',
      why: expect.stringMatching(/double precision/),
    })
  })
  it('shows a text where it can, not an empty one', () =>
    expect(satisfiable(read('title != null && mass > 10'), attributes).witness).toEqual({
      title: 'a',
      mass: 10.1,
    }))
})

describe('questions about two and more conditions', () => {
  it('finds a record that both take, or none', () => {
    expect(overlap(read('mass > 5'), read('mass < 6'), attributes)).toEqual({
      answer: 'yes',
      witness: { mass: 5.1 },
    })
    expect(overlap(read('mass > 5'), read('mass <= 5'), attributes)).toEqual({ answer: 'no' })
  })
  it('says whether one follows from the other, with a record where it does not', () => {
    expect(implies(read('mass > 5'), read('mass > 4'), attributes)).toEqual({ answer: 'yes' })
    expect(implies(read('count > 4'), read('count >= 5'), attributes)).toEqual({ answer: 'yes' })
    expect(implies(read('mass > 4'), read('mass >= 5'), attributes)).toEqual({
      answer: 'no',
      witness: { mass: 4.1 },
    })
    expect(implies(read('title.startsWith("abc")'), read('title.contains("b")'), attributes)).toEqual({
      answer: 'yes',
    })
  })
  it('says whether every record is taken by one, with a record that is not', () => {
    expect(covers([read('mass > 5'), read('mass <= 5')], attributes)).toEqual({
      answer: 'no',
      witness: { mass: null },
    })
    expect(covers([read('mass > 5'), read('mass <= 5'), read('mass == null')], attributes)).toEqual({
      answer: 'yes',
    })
    expect(
      covers(
        [read('finish == "zinc"'), read('isOneOf(finish, "paint", "raw")'), read('finish == null')],
        attributes,
      ),
    ).toEqual({ answer: 'yes' })
    expect(covers([], attributes)).toEqual({ answer: 'no', witness: {} })
  })
})

const values: Record<string, DocumentRecord[string][]> = {
  price: [null, 0, 50, 100],
  mass: [null, 0, 1, 1.2, 2, 5],
  limit: [null, 0, 1, 2.5],
  count: [null, 0, 1, 2, 3, 4],
  most: [null, 1, 2],
  due: [null, '2026-01-01', '2026-01-02'],
  done: [null, '2025-12-31', '2026-01-02'],
  title: [null, '', 'a', 'b', 'ab', 'aab', 'zz'],
  note: [null, '', 'a', 'ba', 'aa'],
  finish: [null, 'zinc', 'paint', 'raw'],
  coat: [null, 'zinc', 'paint'],
  urgent: [null, true, false],
  checked: [null, true, false],
}
const record = fc.record(
  Object.fromEntries(Object.entries(values).map(([name, list]) => [name, fc.constantFrom(...list)])),
)

describe('laws', () => {
  it('a witness satisfies the evaluator, and a “no” meets no record', () =>
    fc.assert(
      fc.property(conditionText, fc.array(record, { minLength: 30, maxLength: 30 }), (text, records) => {
        const condition = read(text)
        const { answer, witness } = satisfiable(condition, attributes)
        expect(answer).not.toBe('undecided')
        if (answer === 'yes') expect(evaluate(condition, witness!)).toBe(true)
        else
          for (const one of records)
            expect(evaluate(condition, one), `${text} ${JSON.stringify(one)}`).toBe(false)
      }),
      { numRuns: 1500 },
    ))
  it('what is implied never fails where its ground holds; what covers leaves nothing out', () =>
    fc.assert(
      fc.property(
        conditionText,
        conditionText,
        fc.array(record, { minLength: 20, maxLength: 20 }),
        (one, two, records) => {
          const [a, b] = [read(one), read(two)]
          const implied = implies(a, b, attributes)
          const covered = covers([a, b], attributes)
          if (implied.answer === 'no')
            expect([evaluate(a, implied.witness!), evaluate(b, implied.witness!)]).toEqual([true, false])
          if (covered.answer === 'no')
            expect([evaluate(a, covered.witness!), evaluate(b, covered.witness!)]).toEqual([false, false])
          for (const seen of records) {
            if (implied.answer === 'yes' && evaluate(a, seen)) expect(evaluate(b, seen)).toBe(true)
            if (covered.answer === 'yes') expect(evaluate(a, seen) || evaluate(b, seen)).toBe(true)
          }
        },
      ),
      { numRuns: 500 },
    ))
})
