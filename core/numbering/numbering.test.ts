import { describe, expect, it } from 'vitest'
import { canonicalNumber, faultOfNumber, plainFileName } from '.'

describe('a number', () => {
  it.each([
    [' br-1042 ', 'BR-1042'],
    ['BR  10\t42', 'BR 10 42'],
    ['ＢＲ－１０４２', 'BR-1042'],
    ['BR-№1', 'BR-NO1'],
    ['bru\u0308cke-1', 'BRÜCKE-1'],
  ])('has one form: %j', (text, number) => expect(canonicalNumber(text)).toBe(number))
  it.each(['BR-1042', 'BR/10 42', 'BR#1', 'BR%41', 'Ü-1', '部品-1', '.1', 'A..B'])('can be %s', (number) =>
    expect(faultOfNumber(number)).toBeUndefined(),
  )
  it.each([
    ['', '1 to 200'],
    ['X'.repeat(201), '1 to 200'],
    ['.', 'no address'],
    ['..', 'no address'],
    ['BR?1', 'question mark'],
    ['BR\u00001', 'U+0000'],
    ['BR\u202e1', 'U+202E'],
    ['BR\u200f1', 'U+200F'],
    ['BR\u200b1', 'U+200B'],
    ['BR\ue0001', 'U+E000'],
    ['BR\ud8001', 'U+D800'],
  ])('cannot be %j', (number, why) => expect(faultOfNumber(number)).toContain(why))
})

describe('a file’s name', () => {
  it.each([
    ['BR-1042_C.dxf', 'BR-1042_C.dxf'],
    ['ＢＲ.dxf', 'BR.dxf'],
    ['a\u202efxd.exe', 'afxd.exe'],
    ['a\r\nb.dxf', 'ab.dxf'],
    ['a／b.dxf', 'a_b.dxf'],
    ['..', 'file'],
    ['\u200f', 'file'],
  ])('is kept in one form: %j', (name, kept) => expect(plainFileName(name)).toBe(kept))
})
