import { describe, expect, it } from 'vitest'
import { faultOfStorage, isFull } from './storage-fault'

const coded = (code: string, cause?: unknown) => Object.assign(new Error(code, { cause }), { code })

describe('what is wrong with the disk', () => {
  it.each<[string, unknown, RegExp | undefined]>([
    ['a full disk', coded('ENOSPC'), /is full\. Nothing was changed/],
    ['a full database', coded('SQLITE_FULL'), /is full/],
    ['a fault of the disk, as SQLite puts it', coded('SQLITE_IOERR_WRITE'), /has a fault/],
    ['a folder that can only be read', coded('EROFS'), /can only be read/],
    ['a fault behind another', new Error('insert failed', { cause: coded('SQLITE_FULL') }), /is full/],
    ['something else', coded('ERR_ELSE'), undefined],
    ['no fault of the disk', new TypeError('x is not a function'), undefined],
    ['a constraint', coded('SQLITE_CONSTRAINT_UNIQUE'), undefined],
  ])('%s', (_, error, words) => {
    const told = faultOfStorage(error)
    if (words) expect(told).toMatch(words)
    else expect(told).toBeUndefined()
  })
  it('is told apart from a file that cannot be read', () =>
    expect([isFull(coded('ENOSPC')), isFull(coded('EACCES')), isFull(coded('ENOENT'))]).toEqual([
      true,
      false,
      false,
    ]))
})
