import { PDFDocument } from '@cantoo/pdf-lib'
import { describe, expect, it } from 'vitest'
import { renderPdf } from '.'

const pairs = (...values: (string | number)[]) => values.join('\n')
/** A drawing with a block in it: a square and a text, put at 100, 50. */
const drawing = pairs(
  ...[0, 'SECTION', 2, 'BLOCKS', 0, 'BLOCK', 2, 'MARK', 10, 0, 20, 0, 0, 'LINE', 10, 0, 20, 0, 11, 10, 21, 0],
  ...[0, 'TEXT', 10, 1, 20, 1, 40, 2.5, 1, 'Grip', 0, 'ENDBLK', 0, 'ENDSEC'],
  ...[0, 'SECTION', 2, 'ENTITIES', 0, 'CIRCLE', 10, 50, 20, 25, 40, 20, 0, 'ARC', 10, 10, 20, 10, 40, 5],
  ...[50, 0, 51, 90, 0, 'INSERT', 2, 'MARK', 10, 100, 20, 50, 0, 'ENDSEC', 0, 'EOF'],
)
const onePixel = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
  'base64',
)
const pagesOf = async (bytes: Uint8Array) => (await PDFDocument.load(bytes)).getPages()

describe('a PDF of a sheet', () => {
  it('is made of a drawing, in its proportions', async () => {
    const [page, ...others] = await pagesOf(await renderPdf('BR-1.DXF', Buffer.from(drawing), 'BR-1  rev B'))
    expect(others).toEqual([])
    const { width, height } = page!.getSize()
    expect(width).toBeGreaterThan(height)
    expect(Math.round(width)).toBe(1190)
  })
  it('shows what the sheet shows, in letters of every script as far as the font has them', async () => {
    const svg =
      '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 200 100"><text x="9" y="20">ϑ Jaw</text></svg>'
    const [page] = await pagesOf(await renderPdf('a.svg', Buffer.from(svg), 'BR-1'))
    expect(Math.round(page!.getWidth() / page!.getHeight())).toBe(2)
  })
  it('is made of a PDF, page by page, with the stamp as its title', async () => {
    const source = await PDFDocument.create()
    for (const size of [300, 400]) source.addPage([size, 200])
    const made = await PDFDocument.load(await renderPdf('a.pdf', Buffer.from(await source.save()), 'BR-1'))
    expect(made.getPages().map((page) => page.getWidth())).toEqual([300, 400])
    expect(made.getTitle()).toBe('BR-1')
  })
  it('is made of a picture and of a text of many lines', async () => {
    expect(await pagesOf(await renderPdf('a.png', onePixel, 'x'))).toHaveLength(1)
    const text = Array.from({ length: 200 }, (_, line) => `line ${line} — ϑ`).join('\n')
    expect((await pagesOf(await renderPdf('a.txt', Buffer.from(text), 'x'))).length).toBeGreaterThan(3)
  })
  it.each([
    ['a.step', '', 'a PDF cannot be made of a.step'],
    ['a', '', 'a PDF cannot be made of a'],
    ['a.pdf', 'no PDF', 'the PDF cannot be read'],
    ['a.png', 'no picture', 'the picture cannot be read'],
    ['a.svg', '<svg xmlns="http://www.w3.org/2000/svg"><g>', 'the drawing cannot be read'],
    ['a.dxf', '0\nSECTION\n2\nENTITIES\n0\nENDSEC\n0\nEOF\n', 'nothing in the drawing'],
  ])('is refused for %s with a reason', async (name, text, why) => {
    await expect(renderPdf(name, Buffer.from(text), 'x')).rejects.toThrow(why)
  })
})
