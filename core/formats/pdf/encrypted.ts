import {
  decodePDFRawStream,
  PDFDict,
  PDFDocument,
  PDFHexString,
  PDFName,
  PDFRawStream,
  PDFString,
} from '@cantoo/pdf-lib'
import { type Source, wholeOf } from '../source'
import type { PdfMetadata } from '.'
import { PdfFault } from './objects'
import { Xmp } from './xmp'

/**
 * The metadata of a document that is protected: with a password for its owner alone it can be read by everybody.
 * @throws PdfFault where it asks for a password.
 */
export async function protectedMetadata(source: Source): Promise<PdfMetadata> {
  const document = await opened(source)
  const info = new Map<string, string>()
  const dictionary = document.context.lookup(document.context.trailerInfo.Info)
  for (const [name, object] of dictionary instanceof PDFDict ? dictionary.entries() : []) {
    const value = document.context.lookup(object)
    if (value instanceof PDFString || value instanceof PDFHexString)
      info.set(name.decodeText(), value.decodeText())
  }
  const stream = document.catalog.lookup(PDFName.of('Metadata'))
  const xmp = stream instanceof PDFRawStream ? Xmp.read(decodePDFRawStream(stream).decode()) : undefined
  return { info, xmp }
}

async function opened(source: Source): Promise<PDFDocument> {
  try {
    return await PDFDocument.load(wholeOf(source), { password: '', updateMetadata: false })
  } catch (cause) {
    throw new PdfFault('it is encrypted: save it without a password to have it read', { cause })
  }
}
