import { degrees, PDFDocument, PDFName, StandardFonts } from '@cantoo/pdf-lib'
import { describe, expect, it } from 'vitest'
import { sourceOf } from '../../source'
import { PdfFile } from '../file'
import { textOfGlyph } from './glyphs'
import { textsOf } from './texts'
import { readToUnicode } from './to-unicode'

/** A document of one page with a content as it is written here, and a font F of single bytes. */
async function pageOf(content: string, font: object = {}, filter?: string): Promise<PdfFile> {
  const made = await PDFDocument.create()
  const page = made.addPage([400, 300])
  const stream = made.context.stream(content, filter ? { Filter: filter } : {})
  page.node.set(PDFName.of('Contents'), made.context.register(stream))
  const dictionary = made.context.obj({ Type: 'Font', Subtype: 'Type1', BaseFont: 'Helvetica', ...font })
  page.node.set(PDFName.of('Resources'), made.context.obj({ Font: { F: dictionary } }))
  return new PdfFile(sourceOf(await made.save()))
}
const said = async (content: string, font?: object, filter?: string) =>
  textsOf(await pageOf(content, font, filter)).map((texts) => texts.map(({ text }) => text))

describe('texts of a page', () => {
  it('are where matrices, lines and what moves them put them', async () => {
    const file = await pageOf(
      "q 2 0 0 2 10 20 cm BT /F 10 Tf 5 6 Td (one) Tj 12 TL T* (two) Tj (three) ' ET Q BT /F 8 Tf 1 0 0 1 200 150 Tm (four) Tj ET",
    )
    expect(textsOf(file)[0]).toEqual([
      { text: 'four', x: 200, y: 150, height: 8 },
      { text: 'one', x: 20, y: 32, height: 20 },
      { text: 'two', x: 20, y: 8, height: 20 },
      { text: 'three', x: 20, y: -16, height: 20 },
    ])
  })
  it('are one where pieces follow one another, and two where they stand apart', async () => {
    expect(await said('BT /F 10 Tf [(Fir) 20 (st) -278 (issue) -2000 (JE)] TJ ET')).toEqual([
      ['First issue', 'JE'],
    ])
  })
  it('are read in the direction in which they are written', async () => {
    const made = await PDFDocument.create()
    const font = await made.embedFont(StandardFonts.Helvetica)
    const page = made.addPage([300, 400])
    page.drawText('REV', { x: 100, y: 50, size: 10, font, rotate: degrees(90) })
    page.drawText('DATE', { x: 100, y: 120, size: 10, font, rotate: degrees(90) })
    const texts = textsOf(new PdfFile(sourceOf(await made.save())))
    expect(texts.map((all) => all.map(({ text, y }) => [text, Math.round(y)]))).toEqual([
      [
        ['REV', -100],
        ['DATE', -100],
      ],
    ])
  })
  it('say what the encoding of their font says, with its differences by name', async () => {
    const Encoding = {
      BaseEncoding: 'WinAnsiEncoding',
      Differences: [1, PDFName.of('Adieresis'), PDFName.of('one')],
    }
    expect(await said('BT /F 10 Tf (\\001\\002 \\200) Tj ET', { Encoding })).toEqual([['Ä1 €']])
  })
  it('are found behind pictures, in packed contents, and up to what is damaged', async () => {
    expect(await said('BI /W 1 /H 1 ID \xff(\xfe EI BT /F 10 Tf (on) Tj ET')).toEqual([['on']])
    expect(await said('42542061203C436F6E>', {}, 'ASCIIHexDecode')).toEqual([])
    const hex = Buffer.from('BT /F 9 Tf (hex) Tj ET').toString('hex')
    expect(await said(`${hex}>`, {}, 'ASCIIHexDecode')).toEqual([['hex']])
    // Runs: fourteen bytes as they are, one that stands for three, and the rest.
    const runs = '\x0dBT /F 10 Tf (r\xfeu\x06uns) Tj\x80'
    expect(await said(runs, {}, 'RunLengthDecode')).toEqual([['ruuuuns']])
    // Of a stream that would fill the memory, nothing is read.
    const growing = (length: number) => '\x12BT /F 10 Tf (on) Tj'.padEnd(length, '\x81 ')
    expect(await said(growing(1000), {}, 'RunLengthDecode')).toEqual([['on']])
    expect(await said(growing(1_200_000), {}, 'RunLengthDecode')).toEqual([])
    expect(await said('BT /F 10 Tf (before) Tj (after')).toEqual([['before']])
  })
  it('are not looked for without end where forms show themselves', async () => {
    const made = await PDFDocument.create()
    const page = made.addPage([100, 100])
    const form = made.context.nextRef()
    const resources = made.context.obj({ XObject: { X: form } })
    const stream = made.context.stream('/X Do /X Do', { Subtype: 'Form', Resources: resources })
    made.context.assign(form, stream)
    page.node.set(PDFName.of('Resources'), resources)
    page.node.set(PDFName.of('Contents'), made.context.register(made.context.stream('/X Do')))
    expect(textsOf(new PdfFile(sourceOf(await made.save())))).toEqual([])
  })
})

describe('what codes and glyphs stand for', () => {
  it('is said by maps, code by code, in ranges and in lists', () => {
    const map = `begincodespacerange <0000><FFFF> endcodespacerange
      1 beginbfchar <0001> <00C4> endbfchar
      2 beginbfrange <0002> <0004> <0041> <0005> <0006> [<0058> <00660069>] endbfrange`
    const { texts, width } = readToUnicode(Buffer.from(map))
    expect(width).toBe(2)
    expect([...texts.values()]).toEqual(['Ä', 'A', 'B', 'C', 'X', 'fi'])
  })
  it('is said in time by a map that never ends what it begins', () => {
    const hostile = `${'beginbfrange <1><1>['.repeat(100_000)} endbfrange`
    const started = performance.now()
    expect(readToUnicode(Buffer.from(hostile)).texts.size).toBe(0)
    expect(performance.now() - started).toBeLessThan(3000)
  })
  it.each([
    ['A', 'A'],
    ['seven', '7'],
    ['udieresis', 'ü'],
    ['Scaron.alt', 'Š'],
    ['uni20AC', '€'],
    ['g17', ''],
    ['constructor', ''],
  ])('is told by the name %s', (name, text) => expect(textOfGlyph(name)).toBe(text))
})
