import { PDFDocument, PDFName } from '@cantoo/pdf-lib'
import { describe, expect, it } from 'vitest'
import { readFile, sourceOf, writeFile } from '..'
import { joined } from '../source'
import { PdfScan, textOf } from './objects'

const encoded = (text: string) => new Uint8Array(Buffer.from(text, 'latin1'))
const object = (text: string) => new PdfScan(encoded(text)).object()
const packet = (modified: string, title: string) =>
  `<?xpacket begin=""?><x:xmpmeta xmlns:x="adobe:ns:meta/"><rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#"><rdf:Description xmlns:dc="http://purl.org/dc/elements/1.1/" xmlns:xmp="http://ns.adobe.com/xap/1.0/" xmp:ModifyDate="${modified}"><dc:title><rdf:Alt><rdf:li xml:lang="x-default">${title}</rdf:li></rdf:Alt></dc:title></rdf:Description></rdf:RDF></x:xmpmeta><?xpacket end="w"?>`

/** A document whose own metadata are of 2024-01-02, with XMP of another day. */
async function document(modified: string, streams: boolean): Promise<Uint8Array> {
  const made = await PDFDocument.create()
  made.addPage([100, 100])
  made.setTitle('from Info')
  made.setModificationDate(new Date('2024-01-02T00:00:00Z'))
  const stream = made.context.stream(packet(modified, 'from XMP'), { Type: 'Metadata', Subtype: 'XML' })
  made.catalog.set(PDFName.of('Metadata'), made.context.register(stream))
  return made.save({ useObjectStreams: streams })
}
const title = async (bytes: Uint8Array) =>
  (await readFile(sourceOf(bytes), 'a.pdf')).places.find(({ place }) => place === 'core:title')?.value

describe('objects of a PDF file', () => {
  it('are names, strings, lists and dictionaries, in all their spellings', () => {
    expect(object('/Grip#20jaw')).toEqual({ kind: 'name', name: 'Grip jaw' })
    expect(object('[1 -2.5 .5 true null 3 0 R]')).toEqual([
      1,
      -2.5,
      0.5,
      true,
      null,
      { kind: 'reference', id: 3 },
    ])
    const text = (raw: string) => textOf((object(raw) as { bytes: Uint8Array }).bytes)
    expect(text('(a \\(b\\) (c) \\101\\\r\nd\\n)')).toBe('a (b) (c) Ad\n')
    expect(text('<FEFF00FC20AC>')).toBe('ü€')
    expect(text('(\xef\xbb\xbf\xc3\xbc)')).toBe('ü')
    expect(text('(\x80 \xa0)')).toBe('• €')
  })
})

describe('a PDF document', () => {
  it.each([
    ['its XMP', '2025-01-01T00:00:00Z', 'from XMP'],
    ['itself', '2023-01-01T00:00:00Z', 'from Info'],
  ])('says what is newer: %s', async (_, modified, expected) => {
    for (const streams of [false, true]) expect(await title(await document(modified, streams))).toBe(expected)
  })
  it.each([false, true])(
    'is written in both, behind what was there (object streams: %s)',
    async (streams) => {
      for (const modified of ['2025-01-01T00:00:00Z', '2023-01-01T00:00:00Z']) {
        const before = await document(modified, streams)
        const changes = [
          { place: 'core:title', value: 'Jaw Ж' },
          { place: 'property:Zone', value: 'K' },
        ]
        const after = joined((await writeFile(sourceOf(before), 'a.pdf', changes)).parts!)
        expect(after.subarray(0, before.length)).toEqual(before)
        expect(await title(after)).toBe('Jaw Ж')
        const opened = await PDFDocument.load(after, { updateMetadata: false })
        expect([opened.getTitle(), opened.getPageCount()]).toEqual(['Jaw Ж', 1])
        const twice = joined(
          (await writeFile(sourceOf(after), 'a.pdf', [{ place: 'core:title', value: 'C' }])).parts!,
        )
        expect(await title(twice)).toBe('C')
      }
    },
  )
  it('whose table is damaged is read without it, and not written', async () => {
    const bytes = await document('2023-01-01T00:00:00Z', false)
    const broken = encoded(
      Buffer.from(bytes)
        .toString('latin1')
        .replace(/startxref\n\d+/, 'startxref\n7'),
    )
    const { problems, places } = await readFile(sourceOf(broken), 'a.pdf')
    expect(problems).toMatchObject([{ code: 'damaged', message: expect.stringContaining('is read') }])
    expect(places).toContainEqual({ place: 'core:title', value: 'from Info', writable: true })
    expect(
      (await writeFile(sourceOf(broken), 'a.pdf', [{ place: 'core:title', value: 'x' }])).parts,
    ).toBeNull()
  })
})
