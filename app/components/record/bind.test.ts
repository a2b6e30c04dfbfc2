import { describe, expect, it } from 'vitest'
import type { Attribute } from '../../../core/attribute'
import { attributeIdFor, boundAt, toggled } from './bind'

const title: Attribute = { id: 'title', name: 'Title', type: 'text' }
const stamp: Attribute = { id: 'stamp', name: 'Stamp', type: 'text', systemOnly: true }

describe('a click on a place', () => {
  it('binds, both ways where people may write', () =>
    expect(toggled(title, 'field:TITLE', 'dxf').bindings).toEqual([
      { extensions: ['dxf'], place: 'field:TITLE', mode: 'both' },
    ]))
  it('binds what the vault alone writes to be written', () =>
    expect(toggled(stamp, 'field:STATUS', 'dxf').bindings).toMatchObject([{ mode: 'write' }]))
  it('adds a kind of file to a place that is bound', () =>
    expect(toggled(toggled(title, 'field:TITLE', 'dxf'), 'field:TITLE', 'svg').bindings).toEqual([
      { extensions: ['dxf', 'svg'], place: 'field:TITLE', mode: 'both' },
    ]))
  it('takes the binding away again, of that kind of file alone', () => {
    const both = toggled(toggled(title, 'field:TITLE', 'dxf'), 'field:TITLE', 'svg')
    expect(toggled(both, 'field:TITLE', 'dxf').bindings).toMatchObject([{ extensions: ['svg'] }])
    expect(toggled(toggled(title, 'core:title', 'pdf'), 'core:title', 'pdf').bindings).toEqual([])
  })
  it('is found again by the place', () =>
    expect(boundAt([title, toggled(stamp, 'field:STATUS', 'dxf')], 'field:STATUS', 'dxf')).toMatchObject([
      { id: 'stamp' },
    ]))
})

it.each([
  ['Mass, dry', [], 'mass_dry'],
  ['Mass', ['mass'], 'mass_2'],
  ['3D model', [], 'attribute_3d_model'],
  ['Größe', [], 'gro_e'],
  ['—', [], 'attribute'],
])('an attribute %s gets an id that conditions can name', (name, taken, id) =>
  expect(attributeIdFor(name, taken)).toBe(id),
)
