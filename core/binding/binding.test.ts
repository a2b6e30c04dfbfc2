import { describe, expect, it } from 'vitest'
import type { Attribute } from '../attribute'
import { atCheckIn, bindingsFor, boundChanges, concerning, readBound } from '.'

const bound = (
  id: string,
  type: Attribute['type'],
  place: string,
  mode: 'read' | 'write' | 'both' = 'both',
  more: Partial<Attribute> = {},
): Attribute => ({ id, name: id, type, bindings: [{ extensions: ['dxf', '.DOCX'], place, mode }], ...more })

const title = bound('title', 'text', 'field:TITLE')
const mass = bound('mass', 'number', 'property:Mass', 'both', { unit: 'kg' })
const day = bound('day', 'date', 'field:DATE')
const spare = bound('spare', 'yesno', 'property:Spare')
const status = bound('status', 'text', 'field:STATUS', 'write', { systemOnly: true })
const all = [title, mass, day, spare, status]
const at = (places: Record<string, string>) =>
  Object.entries(places).map(([place, value]) => ({ place, value }))

describe('the bindings of a file', () => {
  const names = (fileName: string, direction: 'read' | 'write') =>
    bindingsFor(all, fileName, direction).map(({ attribute }) => attribute.id)
  it('count by its ending, in any case, with a dot or without', () => {
    expect(names('BR-1_C.DXF', 'read')).toEqual(['title', 'mass', 'day', 'spare'])
    expect(names('BR-1.docx', 'write')).toEqual(['title', 'mass', 'day', 'spare', 'status'])
    expect(names('BR-1.step', 'write')).toEqual([])
  })
})

describe('reading', () => {
  it('understands what people write on sheets', () =>
    expect(
      readBound(
        all,
        'a.dxf',
        at({
          'field:TITLE': ' Jaw ',
          'property:Mass': '16,3 kg',
          'field:DATE': '3.4.2014',
          'property:Spare': '1',
        }),
      ).values,
    ).toEqual({ title: 'Jaw', mass: 16.3, day: '2014-04-03', spare: true }))
  it('says what does not fit, and reads the rest', () => {
    const { values, refused } = readBound(
      all,
      'a.dxf',
      at({ 'field:TITLE': 'Jaw', 'property:Mass': 'heavy' }),
    )
    expect(values).toEqual({ title: 'Jaw' })
    expect(refused).toMatchObject([
      { place: 'property:Mass', text: 'heavy', message: expect.stringMatching(/a number/) },
    ])
  })
  it('names what is spelt otherwise, and does not take it', () => {
    const { values, misspelt } = readBound([mass], 'a.dxf', at({ 'property:mass ': '3' }))
    expect(values).toEqual({})
    expect(misspelt).toMatchObject([{ place: 'property:Mass', names: ['property:mass '] }])
  })
  it('never reads what only the system writes', () =>
    expect(
      readBound([{ ...status, bindings: title.bindings }], 'a.dxf', at({ 'field:TITLE': 'x' })).values,
    ).toEqual({}))
  it('takes the first of several places that is there', () => {
    const two = { ...title, bindings: [...title.bindings!, ...bound('x', 'text', 'core:title').bindings!] }
    expect(readBound([two], 'a.dxf', at({ 'core:title': 'Plate' })).values).toEqual({ title: 'Plate' })
  })
})

describe('writing', () => {
  const changes = (record: Parameters<typeof boundChanges>[2], places: Record<string, string>) =>
    boundChanges(all, 'a.dxf', record, at(places))
  it('changes what the file says otherwise, and nothing else', () =>
    expect(
      changes(
        { title: 'Jaw', mass: 16.3, day: '2014-04-03', spare: false, status: 'Issued' },
        {
          'field:TITLE': 'Jaw',
          'property:Mass': '16,3 kg',
          'field:DATE': '03.04.2014',
          'property:Spare': 'no',
          'field:STATUS': 'Drafting',
        },
      ),
    ).toEqual([{ place: 'field:STATUS', value: 'Issued' }]))
  it('empties what the record has no value of, and makes no place for nothing', () =>
    expect(changes({}, { 'field:TITLE': 'Jaw' })).toEqual([{ place: 'field:TITLE', value: '' }]))
  it('writes every value of a place that stands more than once', () =>
    expect(
      boundChanges([title], 'a.dxf', { title: 'Jaw' }, [
        { place: 'field:TITLE', value: 'Jaw' },
        { place: 'field:TITLE', value: 'Old' },
      ]),
    ).toEqual([{ place: 'field:TITLE', value: 'Jaw' }]))
})

describe('a content that comes in', () => {
  const file = (places: Record<string, string>) => ({ fileName: 'a.dxf', places: at(places) })
  const taken = (
    record: Parameters<typeof atCheckIn>[1],
    before: Record<string, string> | undefined,
    after: Record<string, string>,
  ) => atCheckIn(all, record, before && file(before), file(after))
  it('fills the record of a first one', () =>
    expect(taken({}, undefined, { 'field:TITLE': 'Jaw', 'property:Mass': '3' }).values).toEqual({
      title: 'Jaw',
      mass: 3,
    }))
  it('counts where it alone changed', () =>
    expect(taken({ title: 'Jaw' }, { 'field:TITLE': 'Jaw' }, { 'field:TITLE': 'Jaw, left' })).toMatchObject({
      values: { title: 'Jaw, left' },
      conflicts: [],
    }))
  it('is left where the record alone changed', () =>
    expect(taken({ title: 'Plate' }, { 'field:TITLE': 'Jaw' }, { 'field:TITLE': 'Jaw' })).toMatchObject({
      values: {},
      conflicts: [],
    }))
  it('empties what was emptied in it', () =>
    expect(taken({ title: 'Jaw' }, { 'field:TITLE': 'Jaw' }, { 'field:TITLE': '' }).values).toEqual({
      title: null,
    }))
  it('wins where both changed and the place is read, and the conflict is told', () =>
    expect(taken({ title: 'Plate' }, { 'field:TITLE': 'Jaw' }, { 'field:TITLE': 'Jaw, left' })).toMatchObject(
      {
        values: { title: 'Jaw, left' },
        conflicts: [{ place: 'field:TITLE', inFile: 'Jaw, left', inRecord: 'Plate', wins: 'file' }],
      },
    ))
  it('is no conflict where both changed to the same', () =>
    expect(taken({ mass: 4 }, { 'property:Mass': '3' }, { 'property:Mass': '4,0 kg' })).toMatchObject({
      values: {},
      conflicts: [],
    }))
  it('loses where somebody wrote over a stamp, and the conflict is told', () =>
    expect(
      taken({ status: 'Drafting' }, { 'field:STATUS': 'Drafting' }, { 'field:STATUS': 'Issued' }),
    ).toMatchObject({
      values: {},
      conflicts: [{ place: 'field:STATUS', inFile: 'Issued', inRecord: 'Drafting', wins: 'record' }],
    }))
})

describe('what concerns a record of all that is in a file', () => {
  const places = [
    ...Array.from({ length: 3000 }, (_, index) => ({ place: `field:PIN${index}`, value: 'x' })),
    ...at({ 'field:TITLE': 'Jaw', 'property:mass ': '3' }),
  ]
  it('says the same of the record as all of it', () => {
    const few = concerning(['field:TITLE', 'property:Mass', 'field:DATE'], places)
    expect(few).toEqual(at({ 'field:TITLE': 'Jaw', 'property:mass ': '3' }))
    expect(readBound([title, mass, day], 'a.dxf', few)).toEqual(
      readBound([title, mass, day], 'a.dxf', places),
    )
  })
  it('keeps of a place as many values as show whether all are what they should be', () => {
    const many = Array.from({ length: 3000 }, (_, index) => ({ place: 'field:TITLE', value: String(index) }))
    expect(concerning(['field:TITLE'], many)).toHaveLength(100)
  })
})
