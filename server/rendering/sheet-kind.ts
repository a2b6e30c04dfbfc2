import type { PDFDocument } from '@cantoo/pdf-lib'

/** A file whose sheet cannot be made into a PDF; the message says why. */
export class RenderingError extends Error {
  constructor(message: string, options?: ErrorOptions) {
    super(message, options)
    this.name = 'RenderingError'
  }
}

/** How the sheets of one kind of file come into a PDF: pages are added to one that is empty. */
export type SheetKind = (bytes: Buffer, into: PDFDocument) => Promise<void>
