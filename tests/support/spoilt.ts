import { readdirSync, readFileSync } from 'node:fs'
import { deflateSync } from 'node:zlib'
import { zipSync } from 'fflate'
import { chance } from '../../demo/random'

/** A damaged or multiplying file. */
export interface Spoilt {
  name: string
  content: Uint8Array
}

const bytes = (text: string) => new TextEncoder().encode(text)
const times = (count: number, part: (at: number) => string) =>
  Array.from({ length: count }, (_, at) => part(at)).join('')
const drawing = (blocks: string, entities: string) =>
  `0\nSECTION\n2\nBLOCKS\n${blocks}0\nENDSEC\n0\nSECTION\n2\nENTITIES\n${entities}0\nENDSEC\n0\nEOF\n`
const insert = (name: string) => `0\nINSERT\n2\n${name}\n70\n100\n71\n100\n`

/** Makers of small files that multiply. The parameter makes each file unique. */
const multiplied: ((n: number) => Spoilt)[] = [
  (n) => ({
    name: 'inserts.dxf',
    content: bytes(
      drawing(
        times(16, (at) => `0\nBLOCK\n2\nB${at}\n${at ? insert(`B${at - 1}`) : `999\n${n}\n`}0\nENDBLK\n`),
        insert('B15'),
      ),
    ),
  }),
  (n) => ({
    name: 'lines.dxf',
    content: bytes(
      drawing(
        `0\nBLOCK\n2\nL\n0\nLWPOLYLINE\n${times(3000, (at) => `10\n${at + n}\n20\n${at % 7}\n`)}0\nENDBLK\n`,
        times(20, () => insert('L')),
      ),
    ),
  }),
  (n) => ({
    name: 'hatch.dxf',
    content: bytes(drawing('', `0\nHATCH\n91\n9000\n${times(3000, () => '92\n2\n93\n100000\n')}999\n${n}\n`)),
  }),
  (n) => ({
    name: 'windows.dxf',
    content: bytes(
      drawing(
        '',
        times(1500, (at) => `0\nLINE\n10\n${at}\n20\n0\n11\n${n}\n21\n9\n`) +
          '0\nLINE\n67\n1\n10\n0\n20\n0\n11\n1\n21\n1\n' +
          times(1500, () => '0\nVIEWPORT\n67\n1\n69\n2\n40\n9\n41\n9\n45\n9\n'),
      ),
    ),
  }),
  (n) => ({
    name: 'attributes.dxf',
    content: bytes(
      drawing(
        '',
        '0\nINSERT\n2\nB\n66\n1\n10\n0\n20\n0\n' +
          times(20_000, (at) => `0\nATTRIB\n10\n0\n20\n0\n40\n2\n1\n${n}\n2\nT${at}\n`) +
          '0\nSEQEND\n',
      ),
    ),
  }),
  (n) => ({
    name: 'uses.svg',
    content: bytes(
      `<svg xmlns="http://www.w3.org/2000/svg"><g id="l0"><rect width="${n}"/></g>${times(
        9,
        (at) => `<g id="l${at + 1}">${`<use href="#l${at}"/>`.repeat(10)}</g>`,
      )}<use href="#l9"/></svg>`,
    ),
  }),
  (n) => ({
    name: 'attributes.svg',
    content: bytes(`<svg xmlns="http://www.w3.org/2000/svg" ${times(60_000, (at) => `a${at}="${n}" `)}/>`),
  }),
  (n) => ({
    name: 'spaces.dxf',
    content: zipSync({
      '[Content_Types].xml': bytes('<Types/>'),
      '_rels/.rels': bytes(
        `<R ${times(40_000, (at) => ` xmlns:n${at}="u"`)}>${times(40_000, (at) => `<a xmlns:m="${n + at}"/>`)}</R>`,
      ),
    }),
  }),
  (n) => ({
    name: 'parts.docx',
    content: zipSync(
      Object.fromEntries([
        ['[Content_Types].xml', bytes('<Types/>')],
        ...Array.from({ length: 8 }, (_, at) => [
          `p${at}/_rels/x.rels`,
          Buffer.alloc(40 << 20, 32 + (n % 90)),
        ]),
      ]) as Record<string, Uint8Array>,
      { level: 1 },
    ),
  }),
  (n) => ({ name: 'picture.png', content: picture(26_000, n) }),
  (n) => ({ name: 'lines.csv', content: bytes(times(200_000, (at) => `${at},${n}\n`)) }),
]

/** A small PNG whose header claims a square of this many pixels. */
function picture(side: number, n: number): Uint8Array {
  const chunk = (type: string, data: Uint8Array) => {
    const head = Buffer.alloc(8)
    head.writeUInt32BE(data.length)
    head.write(type, 4, 'latin1')
    return Buffer.concat([head, data, Buffer.alloc(4)])
  }
  const size = Buffer.alloc(13)
  size.writeUInt32BE(side, 0)
  size.writeUInt32BE(side, 4)
  size[8] = 8
  const rows = deflateSync(Buffer.alloc((side + 1) * 400, n % 256))
  const mark = Buffer.from('89504e470d0a1a0a', 'hex')
  return Buffer.concat([mark, chunk('IHDR', size), chunk('IDAT', rows), chunk('IEND', Buffer.alloc(0))])
}

/** A file of the corpus with bytes changed, removed or repeated, or cut off. */
function damaged(n: number, below: (limit: number) => number): Spoilt {
  const names = readdirSync('tests/corpus').filter((name) => name !== 'README.md')
  const name = names[n % names.length]!
  const content = readFileSync(`tests/corpus/${name}`)
  const [from, length] = [below(content.length), below(64)]
  const ways = [
    () => content.subarray(0, from),
    () => Buffer.concat([content.subarray(0, from), content.subarray(from + length)]),
    () => Buffer.concat([content.subarray(0, from + length), content.subarray(from)]),
    () => {
      const changed = Buffer.from(content)
      for (let count = 1 + below(8); count; count--) changed[below(changed.length)] = below(256)
      return changed
    },
  ]
  return { name, content: ways[below(ways.length)]!() }
}

/** Makes files from a seed: multiplying and damaged ones in turn. */
export function spoilt(count: number, seed: number): Spoilt[] {
  const { below } = chance(seed)
  return Array.from({ length: count }, (_, at) =>
    at % 2 ? damaged((at - 1) / 2, below) : multiplied[(at / 2) % multiplied.length]!(at),
  )
}
