import { PDFDocument } from '@cantoo/pdf-lib'
import { RenderingError, type SheetKind } from './sheet-kind'

/** The pages of a PDF as they are. */
export const pdf: SheetKind = async (bytes, into) => {
  const source = await PDFDocument.load(bytes).catch((cause: Error) => {
    throw new RenderingError(`the PDF cannot be read: ${cause.message}`, { cause })
  })
  for (const page of await into.copyPages(source, source.getPageIndices())) into.addPage(page)
}
