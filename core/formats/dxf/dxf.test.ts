import { describe, expect, it } from 'vitest'
import { readFile, sourceOf, writeFile } from '..'
import { joined } from '../source'
import { plainParagraphs, plainText, textCoding } from './text'

type Pair = [code: number | string, value: string | number]
const lines = (pairs: Pair[], end = '\n') =>
  pairs.map(([code, value]) => `${code}${end}${value}${end}`).join('')
const section = (name: string, ...inner: Pair[]): Pair[] => [
  [0, 'SECTION'],
  [2, name],
  ...inner,
  [0, 'ENDSEC'],
]
const attribute = (tag: string, value: string): Pair[] => [
  [0, 'ATTRIB'],
  [8, '0'],
  [10, '1.0'],
  [20, '2.0'],
  [40, '2.5'],
  [1, value],
  [2, tag],
]
const insert = (block: string, ...attributes: [string, string][]): Pair[] => [
  ...([
    [0, 'INSERT'],
    [66, 1],
    [2, block],
    [10, 0],
    [20, 0],
  ] as Pair[]),
  ...attributes.flatMap(([tag, value]) => attribute(tag, value)),
  [0, 'SEQEND'],
]
const words = (text: string, x: number, y: number): Pair[] => [
  [0, 'TEXT'],
  [10, x],
  [20, y],
  [40, 2.5],
  [1, text],
]
const header = (version: string, page: string): Pair[] =>
  section('HEADER', [9, '$ACADVER'], [1, version], [9, '$DWGCODEPAGE'], [3, page])
const eof: Pair = [0, 'EOF']
const encoded = (text: string) => new Uint8Array(Buffer.from(text, 'latin1'))
const read = (pairs: Pair[], end?: string) => readFile(sourceOf(encoded(lines(pairs, end))), 'a.dxf')
const fields = async (pairs: Pair[], end?: string) =>
  (await read(pairs, end)).places
    .filter(({ place }) => place.startsWith('field:'))
    .map(({ place, value }) => `${place.slice(6)}=${value}`)

describe('text in drawings', () => {
  it.each([
    ['AC1015', 'ANSI_1252', 'Stra\xdfe \x80', 'Straße €'],
    ['AC1018', 'ANSI_1250', 'Prac\xec', 'Pracě'],
    ['AC1015', 'ANSI_932', '\x90}\x96\xca', '図面'],
    ['AC1021', 'ANSI_1252', 'Stra\xc3\x9fe', 'Straße'],
    ['', '', 'Stra\xc3\x9fe', 'Straße'],
    ['', '', 'Stra\xdfe', 'Straße'],
    ['AC1009', 'ANSI_1252', '\\U+20ac \\U+00DF', '€ ß'],
    ['AC1009', 'dos437', '\\M+1907D', '図'],
  ])('of %s in %s reads %j', (version, page, raw, text) => {
    expect(textCoding(version, page).decode(encoded(raw))).toBe(text)
  })
  it('is written by the code page where it has a letter, by its number where it has not', () => {
    const written = (version: string, page: string) =>
      Buffer.from(textCoding(version, page).encode('ü€Ж')).toString('latin1')
    expect(written('AC1015', 'ANSI_1252')).toBe('\xfc\x80\\U+0416')
    expect(written('AC1027', 'ANSI_1252')).toBe(Buffer.from('ü€Ж').toString('latin1'))
    expect(written('', '')).toBe('\\U+00FC\\U+20AC\\U+0416')
  })
  it('loses its formatting codes where it is read as words', () => {
    expect(plainText('%%c12 %%p0.1 %%uunder%%u 90%%d %%065')).toBe('⌀12 ±0.1 under 90° A')
    expect(plainParagraphs('{\\fArial|b1|i0;\\H2.5;Edge} \\S1/2;\\Pbroken\\~by \\{hand\\} \\\\')).toBe(
      'Edge 1/2\nbroken\u00a0by {hand} \\',
    )
  })
})

describe('a drawing', () => {
  const block = insert('TITLE', ['REV', 'C'], ['STATUS', ''])
  it.each([
    ['with line feeds', '\n'],
    ['with both', '\r\n'],
    ['with carriage returns alone', '\r'],
  ])('%s is read', async (_, end) => {
    expect(
      await fields([...header('AC1015', 'ANSI_1252'), ...section('ENTITIES', ...block), eof], end),
    ).toEqual(['REV=C', 'STATUS='])
  })
  it('begins with comments, indents its codes, and lacks what it may lack', async () => {
    const pairs = [...section('ENTITIES', ...block), eof].map(([code, value]): Pair => [`  ${code}`, value])
    expect(await fields([[999, 'made by hand'], [999, 'twice'], ...pairs])).toEqual(['REV=C', 'STATUS='])
  })
  it('may close every attribute by itself', async () => {
    const entity: Pair[] = [
      [0, 'INSERT'],
      [2, 'T'],
      [0, 'ATTRIB'],
      [1, 'C'],
      [2, 'REV'],
      [0, 'SEQEND'],
      [0, 'ATTRIB'],
      [1, 'x'],
      [2, 'TITLE'],
      [0, 'SEQEND'],
    ]
    expect(await fields([...section('ENTITIES', ...entity), eof])).toEqual(['REV=C', 'TITLE=x'])
  })
  it('tells a tag that recurs once for each value, and writes all of them', async () => {
    const pairs = [
      ...section(
        'ENTITIES',
        ...insert('T', ['REV', 'C'], ['SHEET', '1']),
        ...insert('T', ['REV', 'C'], ['SHEET', '2']),
      ),
      eof,
    ]
    expect(await fields(pairs)).toEqual(['REV=C', 'SHEET=1', 'SHEET=2'])
    const { parts } = await writeFile(sourceOf(encoded(lines(pairs))), 'a.dxf', [
      { place: 'field:REV', value: 'D' },
    ])
    expect(Buffer.from(joined(parts!)).toString()).toBe(
      lines(pairs).replaceAll('1\nC\n2\nREV', '1\nD\n2\nREV'),
    )
  })
  it('shows what is in blocks within blocks, and nothing of blocks that nobody sees', async () => {
    const blocks = section(
      'BLOCKS',
      [0, 'BLOCK'],
      [2, 'Outer'],
      ...insert('INNER', ['CHK', 'ga']),
      [0, 'ENDBLK'],
      [0, 'BLOCK'],
      [2, 'LOST'],
      ...insert('INNER', ['CHK', 'nobody']),
      [0, 'ENDBLK'],
    )
    expect(await fields([...blocks, ...section('ENTITIES', [0, 'INSERT'], [2, 'OUTER']), eof])).toEqual([
      'CHK=ga',
    ])
  })
  it('has the times of its header', async () => {
    const pairs = [...section('HEADER', [9, '$TDCREATE'], [40, '2460311.75']), eof]
    expect((await read(pairs)).places).toEqual([
      { place: 'core:created', value: '2024-01-01T18:00:00', writable: false },
    ])
  })
  it('of 2004 and later takes properties; they come last in its header', async () => {
    const pairs = [...header('AC1018', 'ANSI_1252'), eof]
    const { parts } = await writeFile(sourceOf(encoded(lines(pairs))), 'a.dxf', [
      { place: 'property:Mass', value: '7 kg' },
      { place: 'core:title', value: 'Jaw' },
    ])
    const text = Buffer.from(joined(parts!)).toString()
    expect(text).toContain(
      '9\n$CUSTOMPROPERTYTAG\n  1\nMass\n  9\n$CUSTOMPROPERTY\n  1\n7 kg\n  9\n$TITLE\n  1\nJaw\n0\nENDSEC',
    )
  })
})

describe('a revision table', () => {
  const heads = (y: number) => [
    ...words('Rev', 0, y),
    ...words('Description', 20, y),
    ...words('Date', 80, y),
    ...words('Drn', 100, y),
  ]
  const row = (y: number, ...cells: string[]) =>
    [0, 20, 80, 100].flatMap((x, index) => (cells[index] ? words(cells[index], x, y) : []))
  const history = async (...pairs: Pair[]) =>
    (await read([...section('ENTITIES', ...pairs), eof])).history.map((one) => Object.values(one).join('|'))
  it.each([
    ['upwards', 5],
    ['downwards', -5],
  ])('that grows %s is read, the oldest first', async (_, step) => {
    const table = [
      ...heads(0),
      ...row(step, '-', 'First issue', '2014-03-01', 'je'),
      ...row(2 * step, 'A', 'Hole moved', '2015-05-02', 'je'),
    ]
    expect(await history(...table)).toEqual(['-|2014-03-01|je|First issue', 'A|2015-05-02|je|Hole moved'])
  })
  it('with the newest beside its heads is turned round by its dates', async () =>
    expect(
      await history(...heads(0), ...row(-5, 'B', 'x', '02.05.2015'), ...row(-10, 'A', 'y', '01.03.2014')),
    ).toEqual(['A|01.03.2014||y', 'B|02.05.2015||x']))
  it('may leave cells empty and go on in a second line', async () =>
    expect(
      await history(
        ...heads(0),
        ...row(-5, 'A', 'Edge radius'),
        ...row(-9, '', 'added, 2 mm'),
        ...row(-14, 'B', '', '2015-05-02'),
      ),
    ).toEqual(['A|||Edge radius added, 2 mm', 'B|2015-05-02||']))
  it('ends where it ends', async () =>
    expect(
      await history(...heads(0), ...row(-5, 'A', 'x', '2014-03-01'), ...words('GENERAL NOTES', 0, -60)),
    ).toEqual(['A|2014-03-01||x']))
  it('may be one block with numbered tags', async () => {
    const tags: [string, string][] = [
      ['REV1', 'A'],
      ['DATE1', '2014-03-01'],
      ['DESC1', 'First'],
      ['REV2', 'B'],
      ['DESC2', 'Second'],
      ['REV3', ''],
      ['DESC3', ''],
    ]
    expect(await history(...insert('REVS', ...tags))).toEqual(['A|2014-03-01||First', 'B|||Second'])
  })
  it('is no title block that says revision and date', async () =>
    expect(
      await history(
        ...insert('TITLE', ['REV', 'C'], ['DATE', '2016-07-03'], ['TITLE', 'Jaw'], ['SCALE', '1:1']),
      ),
    ).toEqual([]))
})
