import { describe, expect, it } from 'vitest'
import { carryOut, copied, copyNumber } from '.'
import { drawing } from './world.fixture'

const blank = drawing({
  number: 'BR-1-YARD',
  state: 'drafting',
  revision: null,
  register: [],
  version: 0,
  record: {},
})
const source = { number: 'BR-1', state: 'issued', revision: 'B', record: { material: 'S355', mass: 2 } }
const copy = carryOut(blank, copied(blank, source, '2026-03-01', 'System'))

describe('a copy', () => {
  it('stands where what it copies stands, at the same revision, with the same record', () => {
    expect(copy).toMatchObject({ state: 'issued', revision: 'B', version: 1, record: source.record })
    expect(copy.register).toMatchObject([{ label: 'B', origin: 'adopted', version: 1, text: 'Copy of BR-1' }])
  })

  it('that comes later replaces the content, as the next version', () => {
    const same = carryOut(copy, copied(copy, { ...source, record: { mass: 3 } }, '2026-03-02', 'System'))
    expect(same).toMatchObject({ version: 2, revision: 'B', record: { material: null, mass: 3 } })
    expect(same.register).toMatchObject([{ label: 'B', version: 2 }])
    const later = carryOut(same, copied(same, { ...source, revision: 'C' }, '2026-03-03', 'System'))
    expect(later.register).toMatchObject([
      { label: 'B', version: 2 },
      { label: 'C', version: 3 },
    ])
    const back = carryOut(later, copied(later, source, '2026-03-04', 'System'))
    expect(back).toMatchObject({ revision: 'B', version: 4 })
    expect(back.register).toMatchObject([
      { label: 'B', version: 4 },
      { label: 'C', version: 3 },
    ])
  })

  it('of a document without a label has none', () => {
    const made = carryOut(blank, copied(blank, { ...source, revision: null }, '2026-03-01', 'System'))
    expect(made).toMatchObject({ revision: null, register: [], version: 1 })
  })

  it.each([
    ['/Yard', 'BR-1-YARD'],
    ['/Yard/Saw shop', 'BR-1-SAW-SHOP'],
    ['/', 'BR-1-COPY'],
  ])('in %s is %s', (folder, number) => expect(copyNumber('BR-1', folder)).toBe(number))
})
