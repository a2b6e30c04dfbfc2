import { readdirSync, readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { type FileReading, readFile, sourceOf, writeFile } from '.'
import { joined } from './source'

const folder = 'tests/corpus'
const names = readdirSync(folder).filter((name) => name !== 'README.md')
const bytesOf = (name: string): Uint8Array => new Uint8Array(readFileSync(`${folder}/${name}`))
const read = (name: string, bytes = bytesOf(name)) => readFile(sourceOf(bytes), name)
const values = ({ places }: FileReading) =>
  Object.fromEntries(places.map(({ place, value }) => [place, value]))

/** Writes a value at a place and answers the new content; fails where it cannot. */
async function write(name: string, set: Record<string, string>, bytes = bytesOf(name)): Promise<Uint8Array> {
  const changes = Object.entries(set).map(([place, value]) => ({ place, value }))
  const { parts, problems } = await writeFile(sourceOf(bytes), name, changes)
  expect(problems).toEqual([])
  return joined(parts!)
}

const rows = [
  { revision: 'A', date: '2014-03-01', by: 'je', text: 'First issue' },
  { revision: 'B', date: '2015-05-02', by: 'je', text: 'Hole moved' },
  { revision: 'C', date: '2016-07-03', by: 'ga', text: 'Edge radius' },
]
const block = { 'field:TITLE': 'Klemmbacke äöü €', 'field:REV': 'C', 'field:STATUS': 'Drafting' }
const shape = 'Open CASCADE STEP translator 7.6 1'
const note = {
  ...{ 'core:title': 'Clamp test', 'core:subject': 'Grip archive', 'core:author': 'Jonas Eckhart' },
  ...{ 'property:Status': 'In work', 'property:Mass': '12.5', 'property:Checked': 'true' },
}

describe('a file by another program', () => {
  it.each<[string, string, object]>([
    ['title-block-r12.dxf', 'dxf', block],
    ['title-block-2018.dxf', 'dxf', { ...block, 'property:Material': 'EN-GJS-400 é' }],
    ['table-in-texts-2000.dxf', 'dxf', { 'field:CHK_BY': 'ga' }],
    ['outline.dxf', 'dxf', {}],
    ['without-header.dxf', 'dxf', {}],
    ['outline.svg', 'svg', { 'core:title': 'OpenSCAD Model' }],
    ['figure.svg', 'svg', {}],
    ['assembly.step', 'step', { 'product:name': shape, 'product:version': '', 'core:author': 'Author' }],
    ['note.odt', 'odf', { ...note, 'core:keywords': 'grip, jaw', 'core:created': '2024-05-06T07:08:09' }],
    ['note.docx', 'ooxml', { ...note, 'core:keywords': 'grip jaw', 'core:created': '2024-05-06T07:08:09Z' }],
    ['table.xlsx', 'ooxml', { 'core:title': '' }],
    ['table.ods', 'odf', {}],
    ['figure.pdf', 'pdf', { 'core:title': 'a.fig', 'core:created': '2026-11-27T01:56:02Z' }],
    ['object-streams.pdf', 'pdf', { 'core:title': 'a.fig' }],
    ['linearized.pdf', 'pdf', { 'core:created': '2026-11-27T01:55:59Z' }],
    ['owner-password.pdf', 'pdf', { 'core:title': 'a.fig' }],
    ['owner-password-streams.pdf', 'pdf', { 'core:title': 'a.fig' }],
  ])('%s is read', async (name, kind, expected) => {
    const reading = await read(name)
    expect(reading.kind).toBe(kind)
    expect(reading.problems).toEqual([])
    expect(values(reading)).toMatchObject(expected)
  })

  it('that asks for a password says so', async () => {
    const { problems, places } = await read('user-password.pdf')
    expect(places).toEqual([])
    expect(problems).toMatchObject([
      { code: 'encrypted', message: expect.stringContaining('without a password') },
    ])
  })

  it.each([
    ['title-block-r12.dxf', rows],
    ['title-block-2018.dxf', rows],
    ['table-in-texts-2000.dxf', [rows[0], rows[1], { ...rows[2]!, text: 'Edge radius added' }]],
    ['sheet-draw.pdf', rows],
    ['sheet-cairo.pdf', rows],
    ['table-calc.pdf', rows],
    ['table-ghostscript.pdf', rows],
  ])('%s brings its revision table along', async (name, expected) => {
    const { history } = await read(name)
    expect(history.map((row) => ({ ...row, by: row.by.toLowerCase() }))).toEqual(expected)
  })

  it('names what it refers to', async () => {
    const targets = async (name: string) => (await read(name)).references.map(({ target }) => target)
    expect(await targets('table-in-texts-2000.dxf')).toEqual(['grips/BR-1043_B.dxf', 'logo.png'])
    expect(await targets('assembly.step')).toEqual([`${shape}.1`, `${shape}.2`])
  })
})

describe('writing', () => {
  it.each(names)(
    '%s: each place takes a value and gives it back, and every other one stays',
    async (name) => {
      const before = await read(name)
      for (const { place, value, writable } of before.places) {
        if (!writable) continue
        const wanted = typed(place, value)
        const after = await read(name, await write(name, { [place]: wanted }))
        expect(values(after)).toEqual({ ...values(before), [place]: expect.stringContaining(wanted) })
        expect({ ...after, places: [] }).toEqual({ ...before, places: [] })
      }
    },
  )

  const typed = (place: string, value: string) =>
    ({ 'property:Mass': '7.25', 'property:Checked': 'false', 'property:Issued': '2025-01-02' })[place] ??
    `${value} ü€ ‹Ж› & "so"`

  it('leaves every other line of a drawing and of a model as it is', async () => {
    const linesOf = (bytes: Uint8Array) => Buffer.from(bytes).toString('latin1').split('\n')
    for (const [name, place] of [
      ['title-block-2018.dxf', 'field:STATUS'],
      ['assembly.step', 'product:version'],
    ] as const) {
      const [old, fresh] = [linesOf(bytesOf(name)), linesOf(await write(name, { [place]: 'X' }))]
      expect(fresh).toHaveLength(old.length)
      expect(fresh.filter((line, index) => line !== old[index])).toHaveLength(1)
    }
  })

  it('does not take a row of the revision table for the title block', async () => {
    const after = await read('title-block-r12.dxf', await write('title-block-r12.dxf', { 'field:REV': 'D' }))
    expect(after.history).toEqual(rows)
    expect(values(after)['field:REV']).toBe('D')
  })

  it.each([
    'note.odt',
    'note.docx',
    'table.xlsx',
    'table.ods',
    'figure.pdf',
    'object-streams.pdf',
    'title-block-2018.dxf',
  ])('%s takes a property that it had not, and the same twice is the same', async (name) => {
    const once = await write(name, { 'property:Zone <1>': 'K & L' })
    expect(values(await read(name, once))['property:Zone <1>']).toBe('K & L')
    const again = await write(name, { 'property:Zone <1>': 'M' }, once)
    const places = (await read(name, again)).places.filter(({ place }) => place === 'property:Zone <1>')
    expect(places).toEqual([{ place: 'property:Zone <1>', value: 'M', writable: true }])
  })

  it('also changes what fields in the text show', async () => {
    const shown = async (name: string, part: string) => {
      const { OfficePackage } = await import('./office/package')
      const bytes = await write(name, { 'property:Status': 'Issued', 'core:title': 'Jaw' })
      const text = Buffer.from(new OfficePackage(sourceOf(bytes)).bytes(part)!).toString()
      return text.replace(/<[^>]*>/g, '')
    }
    expect(await shown('note.odt', 'content.xml')).toContain('Title: JawStatus: Issued')
    expect(await shown('note.docx', 'word/document.xml')).toMatch(/Title:.*Jaw.*Status:.*Issued/)
  })

  it('keeps what an OpenDocument file begins with', async () => {
    const bytes = await write('note.odt', { 'core:title': 'Jaw' })
    expect(Buffer.from(bytes.subarray(30, 77)).toString()).toBe(
      'mimetypeapplication/vnd.oasis.opendocument.text',
    )
  })

  it.each([
    ['title-block-r12.dxf', 'field:status', 'near-miss', 'field:STATUS'],
    ['title-block-r12.dxf', 'field:RЕV', 'near-miss', 'field:REV'],
    ['title-block-r12.dxf', 'property:Mass', 'no-such-place', 'AC1009'],
    ['title-block-r12.dxf', 'core:created', 'not-writable', 'can be read'],
    ['assembly.step', 'property:Mass', 'no-such-place', 'no place'],
    ['note.docx', 'property:status ', 'near-miss', 'property:Status'],
    ['owner-password.pdf', 'core:title', 'encrypted', 'protected'],
    ['figure.svg', 'field:none', 'no-such-place', 'no text'],
  ])('%s refuses %s: %s', async (name, place, code, words) => {
    const { parts, written, problems } = await writeFile(sourceOf(bytesOf(name)), name, [
      { place, value: 'x' },
    ])
    expect({ parts, written }).toEqual({ parts: null, written: [] })
    expect(problems).toMatchObject([{ code, message: expect.stringContaining(words) }])
  })

  it('refuses a value that a place cannot hold, and then writes nothing at all', async () => {
    const refused = async (name: string, ...changes: { place: string; value: string }[]) =>
      (await writeFile(sourceOf(bytesOf(name)), name, changes)).problems.map(({ code }) => code)
    expect(await refused('note.docx', { place: 'property:Mass', value: 'heavy' })).toEqual([
      'value-not-holdable',
    ])
    expect(await refused('note.odt', { place: 'property:Issued', value: 'soon' })).toEqual([
      'value-not-holdable',
    ])
    expect(
      await refused(
        'title-block-r12.dxf',
        { place: 'field:REV', value: 'D' },
        { place: 'field:TITLE', value: 'a\nb' },
      ),
    ).toEqual(['value-not-holdable'])
  })
})
