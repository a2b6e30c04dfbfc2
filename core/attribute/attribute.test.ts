import { describe, expect, it } from 'vitest'
import { type Attribute, attributeType, attributeTypes, valueFor } from '.'

const title: Attribute = { id: 'title', name: 'Title', type: 'text' }
const mass: Attribute = { id: 'mass', name: 'Mass', type: 'number', min: 0, max: 100, unit: 'kg' }
const parts: Attribute = { id: 'parts', name: 'Parts', type: 'number', whole: true }
const checked: Attribute = { id: 'checked', name: 'Checked', type: 'date' }
const coated: Attribute = { id: 'coated', name: 'Coated', type: 'yesno' }
const finish: Attribute = { id: 'finish', name: 'Finish', type: 'choice', choices: ['zinc', 'paint'] }

describe('a text becomes a value', () => {
  it.each<[Attribute, string, unknown]>([
    [title, '  Clamp jaw ', 'Clamp jaw'],
    [title, '007', '007'],
    [mass, '10.5', 10.5],
    [mass, ' 0 ', 0],
    [mass, '1e2', 100],
    [parts, '-3', -3],
    [checked, '2026-03-01', '2026-03-01'],
    [checked, '2024-02-29', '2024-02-29'],
    [coated, 'Yes', true],
    [coated, 'false', false],
    [finish, 'zinc', 'zinc'],
  ])('%o takes “%s”', (attribute, text, value) => expect(valueFor(attribute, text)).toBe(value))

  it.each([title, mass, parts, checked, coated, finish])('blank is empty for %o', (attribute) =>
    expect([valueFor(attribute, ''), valueFor(attribute, ' \t')]).toEqual([null, null]),
  )
})

describe('what it cannot hold is refused with its name and what it takes', () => {
  it.each<[Attribute, string, string]>([
    [mass, 'heavy', 'Mass takes a number, not “heavy”'],
    [mass, '1,5', 'Mass takes a number, not “1,5”'],
    [mass, 'Infinity', 'Mass takes a number, not “Infinity”'],
    [mass, '-1', 'Mass takes a number from 0 to 100, not “-1”'],
    [mass, '101', 'Mass takes a number from 0 to 100, not “101”'],
    [parts, '1.5', 'Parts takes a whole number, not “1.5”'],
    [checked, '1.3.2026', 'Checked takes a day such as 2026-03-01, not “1.3.2026”'],
    [checked, '2026-02-29', 'Checked takes a day such as 2026-03-01, not “2026-02-29”'],
    [coated, 'perhaps', 'Coated takes yes or no, not “perhaps”'],
    [finish, 'Zinc', 'Finish takes one of zinc, paint, not “Zinc”'],
    [{ ...finish, choices: undefined }, 'zinc', 'Finish takes one of no values, not “zinc”'],
  ])('%o refuses “%s”', (attribute, text, message) =>
    expect(() => valueFor(attribute, text)).toThrow(message),
  )
})

it('only a choice narrows what a text can be, which is what the solver reckons with', () =>
  expect(
    Object.entries(attributeTypes).map(([name, type]) => [name, 'only' in type && type.only?.(finish)]),
  ).toEqual([
    ['text', false],
    ['number', false],
    ['date', false],
    ['yesno', false],
    ['choice', ['zinc', 'paint']],
  ]))

it('a type that there is not is no type, not text', () =>
  expect(() => attributeType('colour' as 'text')).toThrow('there is no attribute type “colour”'))
