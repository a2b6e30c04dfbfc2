import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Attribute, DocumentRecord } from '../../attribute'
import { first, format, labelParts, positionOf, type RevisionScheme, step, type Step } from '../../revision'
import { evaluate } from '../evaluate'
import { parseCondition } from '../parse'
import { solve } from './solve'

const attributes: Attribute[] = [{ id: 'legacy', name: 'Legacy', type: 'text' }]
const read = (text: string) => parseCondition(text, attributes)
const ask = (text: string, scheme?: RevisionScheme) => solve('satisfiable', [read(text)], attributes, scheme)

const workshop: RevisionScheme = {
  id: 'workshop',
  name: 'Workshop',
  series: [{ id: 'letters', major: { kind: 'letters', skip: 'IO' } }],
}
const numbers: RevisionScheme = {
  id: 'numbers',
  name: 'Numbers',
  series: [{ id: 'all', major: { kind: 'digits' }, separator: '.', minor: { kind: 'digits', width: 2 } }],
}
/** Few labels, of every kind there is: minors that lead up to a major, that follow it, that are always there. */
const small: RevisionScheme = {
  id: 'small',
  name: 'Small',
  series: [
    {
      id: 'trial',
      prefix: 'P',
      major: { kind: 'digits', to: 2, width: 2 },
      separator: '.',
      minor: { kind: 'digits', to: 3 },
      minorPlace: 'before',
    },
    { id: 'words', major: { kind: 'list', values: ['X', 'IFC'] } },
    {
      id: 'issue',
      major: { kind: 'letters', to: 'C', skip: 'B' },
      separator: '-',
      minor: { kind: 'digits', from: 9, to: 11 },
    },
    {
      id: 'site',
      prefix: 'S',
      major: { kind: 'digits', to: 2 },
      separator: '/',
      minor: { kind: 'letters', from: 'a', to: 'b' },
      minorPlace: 'always',
    },
  ],
}
/** Every label of a scheme that ends, with its parts, found by stepping. */
function labelsOf(scheme: RevisionScheme): DocumentRecord[] {
  const found = new Map<string, DocumentRecord>()
  const visit = (at: ReturnType<typeof first>) => {
    const label = format(scheme, at)
    if (found.has(label)) return
    const { series, major, minor } = labelParts(scheme, positionOf(scheme, label))
    found.set(label, {
      revision_label: label,
      revision_series: series,
      revision_major: major,
      revision_minor: minor,
    })
    for (const kind of ['minor', 'settle', 'major'] as Step[])
      try {
        visit(step(scheme, at, kind))
      } catch {
        // the counter is at its end, or there is none
      }
  }
  scheme.series.forEach((_, index) => visit(first(scheme, index)))
  return [...found.values()]
}

describe('the facts of one label', () => {
  it.each<[string, 'yes' | 'no']>([
    ['revision_label == null && revision_major == "A"', 'no'],
    ['revision_label == null && revision_series != null', 'no'],
    ['revision_label != null && revision_major == null', 'no'],
    ['revision_minor != null && revision_label == null', 'no'],
    ['revision_label != null && revision_minor == null', 'yes'],
    ['revision_label == null && revision_minor == null', 'yes'],
    ['revision_minor == "1" && revision_major != revision_series', 'yes'],
  ])('belong together, whatever the scheme: %s: %s', (text, answer) => expect(ask(text).answer).toBe(answer))

  it.each<[string, 'yes' | 'no']>([
    ['revision_label == "B" && revision_major == "A"', 'no'],
    ['revision_label == "B" && revision_major == "B"', 'yes'],
    ['revision_label == "I"', 'no'],
    ['revision_label.contains("O")', 'no'],
    ['revision_minor != null', 'no'],
    ['revision_series == "numerals"', 'no'],
    ['revision_major > "M" && revision_major < "N" && glob(revision_major, "?")', 'no'],
    ['revision_major > "M" && revision_major < "N"', 'yes'],
    ['glob(revision_label, "?????????")', 'no'],
    ['!revision_label.contains("A") && !revision_label.contains("B") && glob(revision_label, "??")', 'yes'],
    ['glob(revision_label, "A?") && !glob(revision_label, "?A") && !glob(revision_label, "?B")', 'yes'],
    ['revision_major.startsWith("Q") && revision_major.endsWith("ZK")', 'yes'],
    ['legacy == revision_label && legacy == "I"', 'no'],
    ['legacy == revision_label && revision_label.startsWith("Q")', 'yes'],
    ['legacy != revision_label', 'yes'],
  ])('are those of a label of the scheme: %s: %s', (text, answer) =>
    expect(ask(text, workshop).answer).toBe(answer),
  )

  it.each<[string, 'yes' | 'no']>([
    ['revision_major.startsWith("0")', 'no'],
    ['revision_major.contains("0")', 'yes'],
    ['glob(revision_label, "*1*2*3*4*5*6*7*8*9*") && revision_major.startsWith("9")', 'yes'],
    ['revision_label == "12.03"', 'yes'],
    ['revision_label == "12.3"', 'no'],
    ['revision_minor == "100"', 'yes'],
    ['revision_minor == "00"', 'no'],
    ['revision_label.endsWith(".") || revision_label.contains("..")', 'no'],
  ])('are those of numbers without an end: %s: %s', (text, answer) =>
    expect(ask(text, numbers).answer).toBe(answer),
  )

  it('give a whole label as a witness', () => {
    expect(ask('revision_minor == "2"', small).witness).toEqual({
      revision_label: 'P01.2',
      revision_series: 'trial',
      revision_major: '01',
      revision_minor: '2',
    })
    expect(ask('legacy == revision_label && legacy.startsWith("A")', workshop).witness).toEqual({
      legacy: 'A',
      revision_label: 'A',
      revision_series: 'letters',
      revision_major: 'A',
      revision_minor: null,
    })
  })

  it('are answered as going through every label answers', () => {
    const labels = labelsOf(small)
    expect(labels.length).toBeGreaterThan(20)
    const text = fc.constantFrom(
      '"A"',
      '"A-10"',
      '"P01.2"',
      '"P"',
      '"1"',
      '"01"',
      '"C"',
      '"X"',
      '"10"',
      '"a"',
    )
    const fact = fc.constantFrom('revision_label', 'revision_major', 'revision_minor')
    const joined = (...parts: fc.Arbitrary<string>[]) => fc.tuple(...parts).map((list) => list.join(' '))
    const atom = fc.oneof(
      joined(fact, fc.constantFrom('==', '!=', '<', '>='), text),
      joined(fact, fc.constantFrom('==', '!='), fc.constant('null')),
      joined(
        fc.constant('revision_series'),
        fc.constantFrom('==', '!='),
        fc.constantFrom('"trial"', '"site"'),
      ),
      fc
        .tuple(fact, fc.constantFrom('startsWith', 'endsWith', 'contains'), text)
        .map(([name, method, value]) => `${name}.${method}(${value})`),
      fc.tuple(fact, fc.constantFrom('"?"', '"*1*"', '"??"')).map(([name, glob]) => `glob(${name}, ${glob})`),
    )
    const condition = fc.array(fc.tuple(atom, fc.boolean(), fc.constantFrom('&&', '||')), {
      minLength: 1,
      maxLength: 5,
    })
    fc.assert(
      fc.property(condition, (parts) => {
        const whole = parts.reduce(
          (sofar, [one, holds, sign]) => `(${sofar} ${sign} ${holds ? one : `!(${one})`})`,
          'true',
        )
        const { answer, witness } = ask(whole, small)
        const meets = [...labels, {}].filter((record) => evaluate(read(whole), record))
        expect(answer, whole).toBe(meets.length ? 'yes' : 'no')
        if (witness?.revision_label) expect(labels).toContainEqual(witness)
      }),
      { numRuns: 700, seed: 4 },
    )
  })
})

describe('what is finite', () => {
  const choices = (letter: string, count: number) =>
    Array.from({ length: count }, (_, index) => `${letter}${index}`)
  const pair: Attribute[] = [
    { id: 'kind', name: 'Kind', type: 'choice', choices: choices('k', 6) },
    { id: 'place', name: 'Place', type: 'choice', choices: choices('p', 6) },
    { id: 'size', name: 'Size', type: 'number' },
  ]
  const rules = choices('k', 6).flatMap((kind) =>
    choices('p', 6).map((place) => `kind == "${kind}" && place == "${place}"`),
  )
  const covered = (...more: string[]) =>
    solve(
      'covers',
      [...rules, ...more].map((rule) => parseCondition(rule, pair)),
      pair,
    )
  it('is gone through, however many rules there are', () => {
    expect(covered('kind == null || place == null')).toEqual({ answer: 'yes' })
    expect(covered('kind == null')).toEqual({
      answer: 'no',
      witness: { kind: expect.stringMatching(/^k\d$/), place: null },
    })
  })
  it('may be numbers, dates and texts that are compared with constants', () => {
    const table = Array.from({ length: 40 }, (_, at) => `size >= ${at} && size < ${at + 1}`)
    const ask = (...more: string[]) =>
      solve(
        'covers',
        [...table, ...more].map((rule) => parseCondition(rule, pair)),
        pair,
      )
    expect(ask('size < 0', 'size >= 40', 'size == null')).toEqual({ answer: 'yes' })
    expect(ask('size < 0', 'size > 40', 'size == null')).toEqual({ answer: 'no', witness: { size: 40 } })
  })
  it('has no witness that is not a number', () => {
    expect(solve('satisfiable', [parseCondition('size < -1e308', pair)], pair).witness).toEqual({
      size: expect.any(Number),
    })
    expect(solve('satisfiable', [parseCondition('size > 1.7976931348623157e308', pair)], pair)).toEqual({
      answer: 'undecided',
      why: expect.stringContaining('too far out'),
    })
  })
})
