import { describe, expect, it } from 'vitest'
import type { Attribute } from '../../attribute'
import { configuration } from '../../engine/world.fixture'
import { sheetOf } from '../sheets'
import { applyEdit, describeEdit, type Edit } from './'

describe('edits of the record', () => {
  const mass = configuration.attributes.find(({ id }) => id === 'mass')!
  const coating: Attribute = { id: 'coating', name: 'Coating', type: 'choice', choices: ['zinc', 'paint'] }
  const ids = (edit: Edit) => applyEdit(configuration, edit).attributes.map(({ id }) => id)
  it('add, change and bind attributes', () => {
    const bound = {
      ...mass,
      unit: 'kg',
      bindings: [{ extensions: ['dxf', 'svg'], place: 'field:MASS', mode: 'write' as const }],
    }
    expect(ids({ kind: 'set-attribute', attribute: coating }).at(-1)).toBe('coating')
    expect(applyEdit(configuration, { kind: 'set-attribute', attribute: bound }).attributes).toContainEqual(
      bound,
    )
    expect(describeEdit(configuration, { kind: 'set-attribute', attribute: coating })).toBe(
      'Add attribute Coating (choice)',
    )
    expect(describeEdit(configuration, { kind: 'set-attribute', attribute: bound })).toMatch(
      /Mass: .*stands at field:MASS in dxf, svg \(written\)/,
    )
  })
  it('put attributes in another order', () => {
    const [first] = configuration.attributes
    expect(ids({ kind: 'move-attribute', id: 'mass', before: first!.id })[0]).toBe('mass')
    expect(ids({ kind: 'move-attribute', id: 'mass', before: null }).at(-1)).toBe('mass')
  })
  it('say what the records of a class have', () => {
    const edit: Edit = { kind: 'set-sheet', class: 'drawing', attributes: ['mass', 'title'] }
    const classOfIt = (after: typeof configuration) => after.classes.find(({ id }) => id === 'drawing')!
    const after = applyEdit(configuration, edit)
    expect(classOfIt(after).attributes).toEqual(['mass', 'title'])
    expect(classOfIt(applyEdit(after, { ...edit, attributes: null })).attributes).toBeUndefined()
    expect(describeEdit(configuration, edit)).toMatch(/records without /)
  })
  describe('of the groups on a sheet', () => {
    const grouped: Extract<Edit, { kind: 'set-sheet' }> = {
      ...{ kind: 'set-sheet', class: 'drawing', attributes: ['title', 'mass', 'material'] },
      groups: [{ name: 'Make', from: 'mass' }],
    }
    const partsAfter = (...edits: Edit[]) =>
      sheetOf(edits.reduce(applyEdit, configuration), 'drawing').map(({ name, attributes }) => [
        name,
        ...attributes.map(({ id }) => id),
      ])
    it('put headings over attributes, in the order of the sheet', () => {
      expect(partsAfter(grouped)).toEqual([
        [null, 'title'],
        ['Make', 'mass', 'material'],
      ])
      expect(describeEdit(configuration, grouped)).toMatch(/in the groups “Make” from Mass/)
    })
    it('pass a heading on when what it stands over leaves the sheet, and take it away with the last', () => {
      const without = (attributes: string[]): Edit => ({ kind: 'set-sheet', class: 'drawing', attributes })
      expect(partsAfter(grouped, without(['title', 'material']))).toEqual([
        [null, 'title'],
        ['Make', 'material'],
      ])
      expect(partsAfter(grouped, without(['title']))).toEqual([[null, 'title']])
    })
    it.each<[string, string, RegExp]>([
      ['begins nowhere on it', 'coating', /is not on the sheet of Drawing: “More” cannot begin there/],
      ['begins where another does', 'mass', /two groups of Drawing begin at Mass/],
    ])('refuse one that %s', (_, from, message) => {
      const with3 = applyEdit(configuration, { kind: 'set-attribute', attribute: coating })
      const groups = [...grouped.groups!, { name: 'More', from }]
      expect(() => applyEdit(with3, { ...grouped, groups })).toThrow(message)
    })
  })
  it.each<[string, Edit, RegExp]>([
    [
      'a name that is taken',
      { kind: 'set-attribute', attribute: { ...coating, name: mass.name } },
      /already an attribute called|already a attribute called/,
    ],
    [
      'a choice of nothing',
      { kind: 'set-attribute', attribute: { ...coating, choices: [] } },
      /needs its choices/,
    ],
    [
      'a place that is none',
      {
        kind: 'set-attribute',
        attribute: { ...mass, bindings: [{ extensions: ['dxf'], place: 'MASS', mode: 'read' }] },
      },
      /“MASS” is no place/,
    ],
    [
      'removing one that a guard names',
      { kind: 'remove-attribute', id: 'mass' },
      /Mass is used by Send to check/,
    ],
    [
      'an attribute that is not there',
      { kind: 'move-attribute', id: 'none', before: null },
      /no attribute “none”/,
    ],
    [
      'a sheet with what is not there',
      { kind: 'set-sheet', class: 'drawing', attributes: ['none'] },
      /no attribute “none”/,
    ],
  ])('are refused for %s', (_, edit, message) =>
    expect(() => applyEdit(configuration, edit)).toThrow(message),
  )
  it('remove what nothing uses, from sheets too', () => {
    const with3 = applyEdit(configuration, { kind: 'set-attribute', attribute: coating })
    const sheet = applyEdit(with3, { kind: 'set-sheet', class: 'drawing', attributes: ['coating', 'mass'] })
    const after = applyEdit(sheet, { kind: 'remove-attribute', id: 'coating' })
    expect(after.attributes.some(({ id }) => id === 'coating')).toBe(false)
    expect(after.classes.find(({ id }) => id === 'drawing')!.attributes).toEqual(['mass'])
  })
})
