import { expect, it } from 'vitest'
import { separatorOf } from './separator-of'

it.each([
  ['Name;Mail\nEve Moor;eve@brackwater.example\n', ';'],
  ['name,mail', ','],
  ['name\tmail\nA, B and C\tnobody', '\t'],
  ['name|mail|groups\n', '|'],
  ['number;title, in full;revision', ';'],
])('the separator of %j is %j', (text, separator) => {
  expect(separatorOf(text)).toBe(separator)
})
