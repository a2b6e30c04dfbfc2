import { zipSync } from 'fflate'
import { readdirSync, readFileSync } from 'node:fs'
import { deflateRawSync } from 'node:zlib'
import { describe, expect, it } from 'vitest'
import { readFile, sourceOf } from '.'

const folder = 'tests/corpus'
const names = readdirSync(folder).filter((name) => name !== 'README.md')
const bytes = (text: string) => new Uint8Array(Buffer.from(text, 'latin1'))
const read = (content: Uint8Array, name: string) => readFile(sourceOf(content), name)
const codes = async (content: Uint8Array, name: string) =>
  (await read(content, name)).problems.map(({ code }) => code)

/** Numbers by chance from a seed, the same each time (mulberry32). */
function chance(seed: number): (below: number) => number {
  let state = seed
  return (below) => {
    state = (state + 0x6d2b79f5) | 0
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state)
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed
    return Math.floor((((mixed ^ (mixed >>> 14)) >>> 0) / 2 ** 32) * below)
  }
}

/** One way to spoil a file: bytes changed, cut out, put twice, or the end cut off. */
function spoilt(content: Uint8Array, below: (limit: number) => number): Uint8Array {
  const [from, length] = [below(content.length), below(64)]
  const kind = below(4)
  if (kind === 0) return content.slice(0, from)
  if (kind === 1) return joined(content.subarray(0, from), content.subarray(from + length))
  if (kind === 2) return joined(content.subarray(0, from + length), content.subarray(from))
  const changed = content.slice()
  for (let count = below(8) + 1; count; count--) changed[below(changed.length)] = below(256)
  return changed
}
const joined = (...parts: Uint8Array[]) => new Uint8Array(Buffer.concat(parts))

/** How many spoilt variants of each file are read. */
const variants = Number(process.env.ILMENITE_VARIANTS ?? 60)

describe('a damaged file', () => {
  it.each(names)('%s is read without a crash, in whatever way it is spoilt', async (name) => {
    const content = new Uint8Array(readFileSync(`${folder}/${name}`))
    const below = chance(name.length * 7919)
    for (let variant = 0; variant < variants; variant++) {
      const { places, problems } = await read(spoilt(content, below), name)
      expect(places.every(({ value }) => typeof value === 'string')).toBe(true)
      // A fault of ours would be told in the words of the language.
      for (const { message } of problems)
        expect(message).not.toMatch(
          /undefined|not a function|is not iterable|Invalid array|null|RangeError|stack/,
        )
    }
  })

  it.each([
    ['cut off', 'drawing.dxf', bytes('0\nSECTION\n2\nHEADER\n9\n$ACADVER\n1\nAC1015\n'), 'cut-off'],
    [
      'that breaks off in a word',
      'drawing.dxf',
      bytes('0\nSECTION\n2\nENTITIES\n0\nLINE\nten\n8\n'),
      'damaged',
    ],
    ['without its end', 'part.step', bytes('ISO-10303-21;HEADER;ENDSEC;DATA;'), 'cut-off'],
    ['with an open element', 'a.svg', bytes('<svg><g>'), 'damaged'],
    ['of nothing but a beginning', 'a.pdf', bytes('%PDF-1.7\n'), 'damaged'],
    ['without bytes', 'a.docx', bytes(''), 'empty'],
    ['whose list of entries is gone', 'a.docx', bytes('PK\x03\x04 and nothing more'), 'damaged'],
    ['whose ending lies', 'a.dxf', bytes('%PDF-1.7\n%%EOF'), 'lying-ending'],
    ['that is binary', 'a.dxf', bytes('\0\0\0\0\0\0\0\0Binary DXF\r\n\x1a\0'), 'not-read'],
  ])('%s is told as a problem', async (_, name, content, code) => {
    expect(await codes(content, name)).toContain(code)
  })

  it('keeps what stands before the damage', async () => {
    const content = readFileSync(`${folder}/title-block-r12.dxf`, 'latin1').replace(
      /\n\s*0\r?\nENDSEC\r?\n\s*0\r?\nEOF/,
      '\nx\n',
    )
    const { places, problems } = await read(bytes(content), 'a.dxf')
    expect(problems).toMatchObject([
      { code: 'damaged', message: expect.stringContaining('is no group code') },
    ])
    expect(places.map(({ place }) => place)).toContain('field:REV')
  })
})

describe('a hostile file', () => {
  const types = bytes('<Types/>')
  const links =
    '<Relationships><Relationship Type="x/core-properties" Target="docProps/core.xml"/></Relationships>'
  const document = (core: Uint8Array, level: 0 | 9 = 9) =>
    zipSync(
      { '[Content_Types].xml': types, '_rels/.rels': bytes(links), 'docProps/core.xml': core },
      { level },
    )

  /** Marks stored parts as packed (APPNOTE, 4.3), with the length that they unpack to. */
  const saidPacked = (content: Uint8Array, names: string[], packed: Uint8Array, size: number) => {
    const view = new DataView(content.buffer, content.byteOffset)
    const within = Buffer.from(content)
    for (const name of names) {
      const local = within.indexOf(Buffer.concat([bytes(name), packed])) - 30
      const central = within.lastIndexOf(name) - 46
      view.setUint16(local + 8, 8, true)
      view.setUint32(local + 22, size, true)
      view.setUint16(central + 10, 8, true)
      view.setUint32(central + 24, size, true)
    }
    return content
  }

  it('that unpacks to very much more than it is stops at a bound', async () => {
    const before = process.memoryUsage().arrayBuffers
    const packed = deflateRawSync(Buffer.alloc(300 << 20))
    const bomb = saidPacked(document(packed, 0), ['docProps/core.xml'], packed, 300 << 20)
    expect(await codes(bomb, 'a.docx')).toEqual(['too-much'])
    expect(process.memoryUsage().arrayBuffers - before).toBeLessThan(600 << 20)
  })

  it('that is longer than it says is no riddle', async () => {
    const content = document(bytes('<a/>'))
    const at = Buffer.from(content).lastIndexOf('docProps/core.xml') - 46
    new DataView(content.buffer).setUint32(at + 24, 99, true)
    expect(await codes(content, 'a.docx')).toEqual(['damaged'])
  })

  it('whose entities would grow without end expands none', async () => {
    const entities =
      '<!DOCTYPE svg [<!ENTITY a "xxxxxxxxxx"><!ENTITY b "&a;&a;&a;"><!ENTITY c SYSTEM "file:///etc/passwd">]>'
    const { places } = await read(
      bytes(`${entities}<svg xmlns="http://www.w3.org/2000/svg"><title>&b;&c;</title></svg>`),
      'a.svg',
    )
    expect(places).toEqual([{ place: 'core:title', value: '&b;&c;', writable: true }])
  })

  it('whose elements go too deep is refused', async () =>
    expect(await codes(bytes(`<svg>${'<g>'.repeat(100_000)}`), 'a.svg')).toEqual(['damaged']))

  it('whose blocks go round in a circle is read, and says so', async () => {
    const block = (name: string, used: string) =>
      `0\nBLOCK\n2\n${name}\n70\n0\n0\nINSERT\n2\n${used}\n0\nENDBLK\n`
    const content = `0\nSECTION\n2\nBLOCKS\n${block('A', 'B')}${block('B', 'a')}0\nENDSEC\n0\nSECTION\n2\nENTITIES\n0\nINSERT\n2\nA\n0\nENDSEC\n0\nEOF\n`
    const { problems } = await read(bytes(content), 'a.dxf')
    expect(problems).toMatchObject([{ code: 'damaged', message: expect.stringContaining('contains itself') }])
  })

  it('whose assembly contains itself has no root', async () => {
    const content = `ISO-10303-21;HEADER;ENDSEC;DATA;#1=PRODUCT('a','A','',());#2=PRODUCT_DEFINITION_FORMATION('','',#1);
#3=PRODUCT_DEFINITION('','',#2,$);#4=NEXT_ASSEMBLY_USAGE_OCCURRENCE('','','',#3,#3,$);ENDSEC;END-ISO-10303-21;`
    const { places, problems } = await read(bytes(content), 'a.stp')
    expect(places.filter(({ place }) => place.startsWith('product:'))).toEqual([])
    expect(problems).toMatchObject([{ code: 'damaged', message: expect.stringContaining('contains itself') }])
  })

  it('whose tables of objects point at each other ends', async () => {
    const content = '%PDF-1.4\nxref\n0 0\ntrailer\n<</Prev 9 /Root 1 0 R>>\nstartxref\n9\n%%EOF'
    expect(await codes(bytes(content), 'a.pdf')).toEqual(['damaged'])
  })

  it.each([
    ['comments of a model', 'a.stp', '/**/ '.repeat(700)],
    ['comments of a drawing', 'a.dxf', '999\n\n\n\n\n'.repeat(400)],
    ['carriage returns of a drawing', 'a.dxf', '999\r\r\r'.repeat(500)],
    [
      'fractions of a text',
      'a.dxf',
      `0\nSECTION\n2\nENTITIES\n0\nMTEXT\n1\n${'\\S'.repeat(500_000)}\n0\nEOF\n`,
    ],
    [
      'digits of a tag',
      'a.dxf',
      `0\nSECTION\n2\nENTITIES\n0\nATTRIB\n1\nx\n2\n${'1'.repeat(500_000)}a1\n0\nEOF\n`,
    ],
  ])('whose %s can be read in very many ways is read in one', async (_, name, content) => {
    const { kind } = await read(bytes(content), name)
    expect(['dxf', 'text', 'csv']).toContain(kind)
  })

  it('whose namespaces multiply is read', async () => {
    const spaces = Array.from({ length: 30_000 }, (_, at) => ` xmlns:n${at}="u"`).join('')
    const children = Array.from({ length: 30_000 }, (_, at) => `<a xmlns:m="${at}"/>`).join('')
    const links = `<Relationships${spaces}>${children}</Relationships>`
    const content = zipSync({ '[Content_Types].xml': types, '_rels/.rels': bytes(links) })
    expect(await codes(content, 'a.docx')).toEqual([])
  })

  it('whose parts all unpack to the same bytes stops at a bound', async () => {
    const packed = deflateRawSync(Buffer.alloc(60 << 20, 32))
    const names = Array.from({ length: 9 }, (_, at) => `p${at}/_rels/x.rels`)
    const parts = Object.fromEntries(names.map((name) => [name, packed]))
    const stored = zipSync({ '[Content_Types].xml': types, ...parts }, { level: 0 })
    const content = saidPacked(stored, names, packed, 60 << 20)
    expect(await codes(content, 'a.docx')).toEqual(['too-much'])
  })

  it.each(['constructor', '__proto__', 'toString'])('whose elements are called %s is read', async (name) => {
    const core = `<coreProperties><${name}>x</${name}></coreProperties>`
    expect(await read(document(bytes(core)), 'a.docx')).toMatchObject({ places: [], problems: [] })
    const svg = `<svg><${name} id="a">x</${name}></svg>`
    expect(await read(bytes(svg), 'a.svg')).toMatchObject({ places: [], problems: [] })
  })

  it('with one line without end is not read into memory', async () =>
    expect(await codes(bytes(`0\nSECTION\n1\n${'x'.repeat(20 << 20)}`), 'a.dxf')).toContain('damaged'))

  it('with a value as long as it likes is read', async () => {
    const image = `<svg><image href="data:image/png;base64,${'A'.repeat(20 << 20)}"/><title>x</title></svg>`
    expect(await codes(bytes(image), 'a.svg')).toEqual([])
  })
})
