import DxfParser from 'dxf-parser'
import { describe, expect, it } from 'vitest'
import { checkScheme } from '../core/revision'
import { gripArchive } from './archive'
import { configuration } from './configuration'
import { dxf } from './dxf'
import { chance } from './random'
import { people } from './world'

describe('the demo world', () => {
  it('is the same each time', () => {
    expect(gripArchive()).toEqual(gripArchive())
    expect(Array.from({ length: 5 }, chance(1).next)).toEqual(Array.from({ length: 5 }, chance(1).next))
  })
  it('has schemes in which no label stands twice', () =>
    expect(configuration.schemes.flatMap(checkScheme)).toEqual([]))
  it('has people with addresses of their own', () => {
    expect(new Set(people.map((person) => person.mail)).size).toBe(people.length)
    expect(people.every((person) => /^[a-z]+\.[a-z]+@brackwater\.example$/.test(person.mail))).toBe(true)
  })
  it('has drawings that a reader of DXF reads: title block, revision table, outline', () => {
    const text = dxf(
      {
        number: 'BR-1042',
        title: 'Grip plate',
        revision: 'C',
        date: '2014-06-02',
        author: 'K. Sommer',
        history: [
          { revision: 'A', date: '2009-01-01', text: 'First issue' },
          { revision: 'C', date: '2014-06-02', text: 'Bore enlarged' },
        ],
      },
      chance(1),
    )
    const entities = new DxfParser().parseSync(text)!.entities as {
      type: string
      text?: string
      tag?: string
    }[]
    const texts = entities.flatMap((entity) => entity.text ?? [])
    expect(entities.filter((entity) => entity.type === 'LINE')).toHaveLength(5)
    expect(texts).toEqual(expect.arrayContaining(['First issue', 'Bore enlarged']))
    expect(text).toMatch(/\nREV\n/)
  })
  it('has an archive with its share of mistakes', () => {
    const { files, register } = gripArchive()
    expect(files.length).toBeGreaterThan(100)
    expect(files.some((file) => file.content === '')).toBe(true)
    expect(Math.max(...files.map((file) => file.path.split('/').pop()!.length))).toBeGreaterThanOrEqual(200)
    expect(files.some((file) => /[äöü]/.test(file.path))).toBe(true)
    expect(register.split('\r\n')[41]).toBe('BR-1077;Hanger link, left;C')
  })
})
