import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { readFile, sourceOf, writeFile } from '..'
import { joined } from '../source'
import { decodeString, encodeString } from './strings'

const encoded = (text: string) => new Uint8Array(Buffer.from(text, 'latin1'))
const model = (data: string, header = "FILE_NAME('jaw.stp','2024-01-31T',('Mara','Ilya'),(''),'','','');") =>
  encoded(`ISO-10303-21;\nHEADER;\n${header}\nENDSEC;\nDATA;\n${data}\nENDSEC;\nEND-ISO-10303-21;\n`)
const read = async (content: Uint8Array) => {
  const reading = await readFile(sourceOf(content), 'a.stp')
  return { ...reading, values: Object.fromEntries(reading.places.map(({ place, value }) => [place, value])) }
}
const product = "#1=PRODUCT('BR-1042','Grip jaw','',(#9));#2=PRODUCT_DEFINITION_FORMATION('C','',#1);"

describe('a string', () => {
  it.each([
    ["it''s", "it's"],
    ['a\\\\b', 'a\\b'],
    ['Stra\\S\\_e', 'Straße'],
    ['Stra\\X\\DFe', 'Straße'],
    ['\\X2\\00FC20AC\\X0\\!', 'ü€!'],
    ['\\X4\\0001D11E\\X0\\', '𝄞'],
    ['\\PE\\\\S\\T', 'д'],
    ['Stra\xc3\x9fe', 'Straße'],
    ['Stra\xdfe', 'Straße'],
    ['\\X2\\00\r\nFC\\X0\\', 'ü'],
    ['\\X4\\FFFFFFFF\\X0\\', '\ufffd'],
  ])('%j says %j', (raw, text) => expect(decodeString(encoded(raw))).toBe(text))
  it('is read as it was written, whatever it says', () =>
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme' }), (text) => {
        const clean = text.replace(/\p{Cc}/gu, '')
        expect(decodeString(encoded(encodeString(clean).slice(1, -1)))).toBe(clean)
      }),
    ))
})

describe('a model', () => {
  it('says who it is', async () => {
    const { values, kind, problems } = await read(model(product))
    expect({ kind, problems }).toEqual({ kind: 'step', problems: [] })
    expect(values).toEqual({
      ...{ 'core:title': 'jaw.stp', 'core:author': 'Mara, Ilya', 'core:created': '2024-01-31T' },
      ...{ 'product:id': 'BR-1042', 'product:name': 'Grip jaw', 'product:version': 'C' },
    })
  })
  it('breaks its entities where it likes, and quotes entities in comments', async () => {
    const data =
      "/* #1=PRODUCT('no','no','',()); it's */ #1\n=\r\nPRODUCT /* 'x' */ ('BR-\n1042',/*;*/'Grip ; jaw','',\n(#9));#2=PRODUCT_DEFINITION_FORMATION_WITH_SPECIFIED_SOURCE(' ','',#1,.MADE.);"
    const { values } = await read(model(data))
    expect(values).toMatchObject({
      'product:id': 'BR-1042',
      'product:name': 'Grip ; jaw',
      'product:version': '',
    })
  })
  it('has its root wherever it stands, and names its components', async () => {
    const part = (n: number, id: string, name: string) =>
      `#${n}=PRODUCT('${id}','${name}','',());#${n + 1}=PRODUCT_DEFINITION_FORMATION('A','',#${n});#${n + 2}=PRODUCT_DEFINITION('','',#${n + 1},$);`
    const use = (n: number, within: number, used: number) =>
      `#${n}=NEXT_ASSEMBLY_USAGE_OCCURRENCE('','','',#${within},#${used},$);`
    const data =
      part(10, 'BR-1', 'Pin') +
      part(20, '', 'Spring') +
      use(90, 32, 12) +
      use(91, 32, 22) +
      use(92, 32, 12) +
      part(30, 'BR-9', 'Grip')
    const { values, references } = await read(model(data))
    expect(values['product:id']).toBe('BR-9')
    expect(references).toEqual([{ target: 'BR-1' }, { target: 'Spring' }])
  })
  it('may have no product, and then takes no version', async () => {
    const content = model("#1=CARTESIAN_POINT('',(0.,0.,0.));")
    expect((await read(content)).values['product:id']).toBeUndefined()
    const { problems } = await writeFile(sourceOf(content), 'a.stp', [
      { place: 'product:version', value: 'C' },
    ])
    expect(problems).toMatchObject([
      { code: 'no-such-place', message: expect.stringContaining('no product') },
    ])
  })
  it('is found across the windows in which it is read', async () => {
    const filler = "#7=CARTESIAN_POINT('it''s; #1=PRODUCT(',(1.,2.,3.));\n"
    for (const shift of [0, 1, 7, 20, 33, 60]) {
      const head = 'ISO-10303-21;\nHEADER;\nENDSEC;\nDATA;\n'
      const lead = filler.repeat(Math.floor(((1 << 18) - head.length - 90) / filler.length))
      const pad = '\n'.repeat((1 << 18) - head.length - lead.length - shift)
      const content = encoded(`${head}${lead}${pad}${product}\nENDSEC;\nEND-ISO-10303-21;`)
      expect((await read(content)).values).toMatchObject({
        'product:name': 'Grip jaw',
        'product:version': 'C',
      })
    }
  })
  it('is written in its places, and nowhere else', async () => {
    const content = model(product)
    const changes = [
      { place: 'product:version', value: "D'" },
      { place: 'core:author', value: 'Jonas' },
    ]
    const { parts } = await writeFile(sourceOf(content), 'a.stp', changes)
    const expected = Buffer.from(content)
      .toString('latin1')
      .replace("'C'", "'D'''")
      .replace("('Mara','Ilya')", "('Jonas')")
    expect(Buffer.from(joined(parts!)).toString('latin1')).toBe(expected)
  })
})

describe('a statement', () => {
  const file = (data: string) =>
    `ISO-10303-21;\nHEADER;\nENDSEC;\nDATA;\n${data}\n#1=PRODUCT('BR-1','Jaw','',(#2));\nENDSEC;\nEND-ISO-10303-21;\n`
  it.each([
    ['in a string', "#9=NOTE('a;b''c; /* ');"],
    ['in a comment', '/*/ ; #1=PRODUCT(); */'],
    ['behind a comment that ends with stars', "/***/#9=NOTE('');"],
    ['beside a slash that opens nothing', "#9=NOTE('',1/ *2);"],
  ])('ends at a semicolon, and at none %s, wherever it begins', async (_, data) => {
    for (let shift = 0; shift < 8; shift++) {
      const bytes = new TextEncoder().encode(`${' '.repeat(shift)}${file(data)}`)
      for (const from of [0, 1, 2, 3]) {
        // Bytes that begin anywhere in memory, as parts of a file do.
        const within = new Uint8Array(bytes.length + from)
        within.set(bytes, from)
        const { places } = await readFile(sourceOf(within.subarray(from)), 'a.step')
        expect(places).toContainEqual({ place: 'product:id', value: 'BR-1', writable: true })
      }
    }
  })
})
