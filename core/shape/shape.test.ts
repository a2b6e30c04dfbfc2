import { describe, expect, it } from 'vitest'
import {
  attributeId,
  either,
  faultOf,
  filledText,
  id,
  list,
  map,
  matching,
  number,
  one,
  removable,
  text,
  whole,
  yesno,
} from '.'
import type { Shape } from '.'

describe('a value that is as its shape says', () => {
  it.each<[string, Shape, unknown]>([
    ['a text', text(3), 'abc'],
    ['an empty text, where it need not be filled', text(3), ''],
    ['characters that take two units of UTF-16, counted once', text(2), '🜨🜨'],
    ['a text that fits a pattern', matching(/^\/\w+$/), '/Grips'],
    ['an id', id, 'send-to-check'],
    ['a number', number, -1.5],
    ['a whole number at its least', whole(1, 9), 1],
    ['a whole number at its most', whole(1, 9), 9],
    ['no, which is not the same as missing', yesno, false],
    ['one of several', one(['letters', 'digits']), 'digits'],
    ['one kind or the other', either([whole(1, 9), one(['last'])]), 'last'],
    ['a list', list(number, 2), [1, 2]],
    ['an empty list, where nothing is needed', list(number, 2), []],
    ['a map with any names', map(number), { anything: 1 }],
    ['null, where a setting can be taken away', removable(number), null],
  ])('%s', (_, shape, value) => expect(faultOf(shape, value)).toBeUndefined())
})

describe('a value that is not says what is wrong', () => {
  it.each<[Shape, unknown, string]>([
    [text(3), 3, 'must be a text'],
    [text(3), null, 'must be a text'],
    [text(3), undefined, 'is missing'],
    [text(3), 'abcd', 'has more than 3 characters'],
    [filledText(3), '', 'must not be empty'],
    [filledText(3, 'say which'), '', 'say which'],
    [matching(/^\//), 'Grips', 'does not look as it should: ^\\/'],
    [id, 'Send to check', 'does not look as it should: ^(?!constructor$)[a-z0-9-]{1,80}$'],
    [number, '1', 'must be a number'],
    [number, Number.NaN, 'must be a number'],
    [number, Infinity, 'must be a number'],
    [whole(1, 9), 1.5, 'must be a whole number'],
    [whole(1, 9), 0, 'must not be less than 1'],
    [whole(1, 9), 10, 'must not be more than 9'],
    [yesno, 'yes', 'must be true or false'],
    [one(['letters', 'digits']), 'list', 'must be one of: letters, digits'],
    [either([whole(1, 9), one(['last'])]), 'first', 'is none of what it may be'],
    [list(number, 2), { 0: 1 }, 'must be a list'],
    [list(number, 2), [1, 2, 3], 'has more than 2'],
    [list(number, 2, 1), [], 'needs at least 1'],
    [list(number, 2), [1, 'x'], 'no. 2 must be a number'],
    [map(number), [1], 'must be an object'],
    [id, 'constructor', 'cannot be “constructor”: call it something else'],
    [attributeId, '__proto__', 'cannot be “__proto__”: call it something else'],
    [map(number), { mass: 'x' }, '“mass” must be a number'],
    [map(number, /^[a-z]+$/), { Mass: 1 }, '“Mass” does not look as it should: ^[a-z]+$'],
  ])('%o takes no %o', (shape, value, fault) => expect(faultOf(shape, value)).toBe(fault))
})
