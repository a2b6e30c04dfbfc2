import { describe, expect, it } from 'vitest'
import { counted, dayOf, minuteOf, sentence, sizeInWords, valueInWords } from './format'

describe('what people read', () => {
  it.each([
    [true, 'yes'],
    [false, 'no'],
    [null, ''],
    [undefined, ''],
    [0, '0'],
    ['S355', 'S355'],
  ])('of the value %s is “%s”', (value, words) => expect(valueInWords(value)).toBe(words))
  it('of times is the day or the minute', () => {
    expect([dayOf('2026-03-01T14:05:09.000Z'), minuteOf('2026-03-01T14:05:09.000Z')]).toEqual([
      '2026-03-01',
      '2026-03-01 14:05',
    ])
  })
  it('of numbers says one or many', () => {
    expect([counted(1, 'act'), counted(0, 'act'), counted(2, 'person', 'people')]).toEqual([
      '1 act',
      '0 acts',
      '2 people',
    ])
  })
  it('of sizes is in kilobytes, then megabytes', () => {
    expect([sizeInWords(1536), sizeInWords(3 * 2 ** 20)]).toEqual(['1.5 kB', '3.0 MB'])
  })
  it('of a message is a sentence, ended once', () => {
    expect([sentence('it stays'), sentence('why?'), sentence('')]).toEqual(['It stays.', 'Why?', '.'])
  })
})
