import { readFileSync } from 'node:fs'
import { degrees, PDFDocument } from '@cantoo/pdf-lib'
import { describe, expect, it } from 'vitest'
import { joined, sourceOf } from '../source'
import { PdfFile } from './file'
import { textOf } from './objects'
import { pagesOf } from './pages'
import { stampPages } from './stamp'

const put = (bytes: Uint8Array, text: string) => {
  const { parts, ...told } = stampPages(sourceOf(bytes), text)
  return { bytes: parts ? joined(parts) : bytes, ...told }
}
/** The annotations of each page: their contents, and where they lie. */
function stampsOf(bytes: Uint8Array) {
  const file = new PdfFile(sourceOf(bytes))
  return pagesOf(file, 100).map(({ entries }) => {
    const list = file.resolve(entries.get('Annots'))
    return (Array.isArray(list) ? list : []).map((one) => {
      const own = file.dictionary(one)!.entries
      return [
        textOf((own.get('Contents') as { bytes: Uint8Array }).bytes),
        own.get('Rect') as number[],
      ] as const
    })
  })
}
const corpus = (name: string) => new Uint8Array(readFileSync(`tests/corpus/${name}`))
async function pages(turns: number[], useObjectStreams: boolean): Promise<Uint8Array> {
  const made = await PDFDocument.create()
  for (const turn of turns) made.addPage([400, 300]).setRotation(degrees(turn))
  return made.save({ useObjectStreams })
}

describe('the stamp on the pages of a PDF', () => {
  it.each(['figure.pdf', 'linearized.pdf', 'object-streams.pdf', 'sheet-draw.pdf', 'sheet-cairo.pdf'])(
    'stands on every page of %s, behind what was there, and once',
    (name) => {
      const before = corpus(name)
      const once = put(before, 'Status: In work')
      expect(once.written).toEqual([{ place: 'pages', before: '', after: 'Status: In work' }])
      expect(Buffer.compare(once.bytes.slice(0, before.length), before)).toBe(0)
      const again = put(once.bytes, 'Status: In work')
      expect(again.bytes).toBe(once.bytes)
      const after = put(once.bytes, 'Status: Issued · Ж')
      expect(after.written).toMatchObject([{ before: 'Status: In work' }])
      for (const stamps of stampsOf(after.bytes))
        expect(stamps.map(([text]) => text)).toEqual(['Status: Issued · Ж'])
    },
  )
  it.each([false, true])(
    'lies in the upper left as a page is shown, however it is turned',
    async (streams) => {
      const { bytes } = put(await pages([0, 90, 180, 270], streams), 'Status: Issued')
      const rects = stampsOf(bytes).map(([stamp]) => stamp![1])
      const wide = rects[0]![2]! - rects[0]![0]!
      expect(wide).toBeGreaterThan(40)
      const close = (value: number) => expect.closeTo(value, 1)
      expect(rects).toEqual([
        [24, 280, close(24 + wide), 292],
        [8, 24, 20, close(24 + wide)],
        [close(376 - wide), 8, 376, 20],
        [380, close(276 - wide), 392, 276],
      ])
    },
  )
  it('keeps the annotations of others', async () => {
    const made = await PDFDocument.create()
    const page = made.addPage([100, 100])
    const note = { Type: 'Annot', Subtype: 'Text', Rect: [0, 0, 9, 9], Contents: made.context.obj('x') }
    page.node.addAnnot(made.context.register(made.context.obj({ ...note, Contents: '(theirs)' })))
    const file = new PdfFile(sourceOf(put(await made.save(), 'Status: Issued').bytes))
    const list = file.resolve(pagesOf(file, 1)[0]!.entries.get('Annots'))
    expect(list).toHaveLength(2)
  })
  it.each([
    ['owner-password.pdf', 'encrypted'],
    ['user-password.pdf', 'encrypted'],
  ])('is not put on %s', (name, code) =>
    expect(put(corpus(name), 'Issued').problems).toMatchObject([{ code }]),
  )
  it('is opened by another program', async () => {
    const { bytes } = put(corpus('sheet-draw.pdf'), 'Status: Issued')
    const opened = await PDFDocument.load(bytes)
    expect(opened.getPage(0).node.Annots()!.size()).toBe(1)
  })
})
