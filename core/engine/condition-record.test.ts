import { describe, expect, it } from 'vitest'
import { conditionRecord } from './condition-record'
import { configuration, drawing } from './world.fixture'

const known = (otherwise = {}) => conditionRecord(configuration, drawing(otherwise))

describe('what conditions may ask of a document', () => {
  it('is its record and the facts of where and what it is', () =>
    expect(known()).toMatchObject({
      material: 'S355',
      file_name: 'BR-1.dxf',
      file_extension: 'dxf',
      folder_path: '/Grips',
      state_id: 'drafting',
      revision_label: 'A',
      revision_major: 'A',
      revision_minor: null,
    }))
  it('are the facts, whatever a record says under their names', () =>
    expect(known({ record: { state_id: 'issued', revision_minor: '7' } })).toMatchObject({
      state_id: 'drafting',
      revision_minor: null,
    }))
  it('says nothing of a label that there is none of, or that the scheme does not read', () => {
    const nothing = { revision_series: null, revision_major: null, revision_minor: null }
    expect(known({ revision: null })).toMatchObject({ revision_label: null, ...nothing })
    expect(known({ revision: '?!' })).toMatchObject({ revision_label: '?!', ...nothing })
  })
  it('knows no ending where a file has none', () => {
    expect(known({ fileName: 'README' }).file_extension).toBeNull()
    expect(known({ fileName: 'B.R-1.PDF' }).file_extension).toBe('pdf')
  })
})
