import { PDFDocument, rgb, StandardFonts } from '@cantoo/pdf-lib'
import { image } from './image'
import { pdf } from './pdf'
import { plainText } from './plain-text'
import { printable } from './printable'
import { dxf, svg } from './sheet'
import { RenderingError, type SheetKind } from './sheet-kind'

export { RenderingError } from './sheet-kind'
export { stampLine } from './stamp'

/** The kinds of files that have a sheet, by their endings. */
const sheetKinds: Record<string, SheetKind> = {
  ...{ pdf, dxf, svg, png: image, jpg: image, jpeg: image },
  ...{ txt: plainText, csv: plainText, md: plainText },
}

/** The largest file whose sheet is made, in bytes. */
export const mostToRender = 200 * 2 ** 20

/**
 * A PDF (ISO 32000) of a file’s sheet, with a stamp along the foot of each page.
 * @throws RenderingError where the file has no sheet, or cannot be read.
 */
export async function renderPdf(fileName: string, bytes: Buffer, stamp: string): Promise<Uint8Array> {
  const ending = /\.([^.]+)$/.exec(fileName)?.[1]?.toLowerCase() ?? ''
  const kind = Object.hasOwn(sheetKinds, ending) ? sheetKinds[ending]! : undefined
  if (!kind)
    throw new RenderingError(
      `a PDF cannot be made of ${fileName}: sheets are made of ${Object.keys(sheetKinds).join(', ')}`,
    )
  try {
    return await madeBy(kind, bytes, stamp)
  } catch (cause) {
    if (cause instanceof RenderingError) throw cause
    // The PDF library fails in its own words on a damaged file: say that it is the file.
    const why = `no sheet can be made of ${fileName}: it is damaged (${(cause as Error).message})`
    throw new RenderingError(why, { cause })
  }
}

async function madeBy(kind: SheetKind, bytes: Buffer, stamp: string): Promise<Uint8Array> {
  const made = await PDFDocument.create()
  await kind(bytes, made)
  const font = await made.embedFont(StandardFonts.Helvetica)
  for (const page of made.getPages())
    page.drawText(printable(stamp), { x: 24, y: 12, size: 8, font, color: rgb(0.3, 0.25, 0.45) })
  made.setTitle(stamp)
  return made.save()
}
