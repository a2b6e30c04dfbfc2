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
 * @throws PdfFault where it asks for a password, or is damaged.
 */
export async function protectedMetadata(source: Source): Promise<PdfMetadata> {
  const document = await opened(source)
  try {
    return { info: infoOf(document), xmp: xmpOf(document) }
  } catch (cause) {
    // What a damaged document lacks, the package finds out only when it is asked for.
    throw new PdfFault('it is protected, and damaged besides: save it anew without a password', { cause })
  }
}

function infoOf({ context }: PDFDocument): Map<string, string> {
  const info = new Map<string, string>()
  const dictionary = context.lookup(context.trailerInfo.Info)
  for (const [name, object] of dictionary instanceof PDFDict ? dictionary.entries() : []) {
    const value = context.lookup(object)
    if (value instanceof PDFString || value instanceof PDFHexString)
      info.set(name.decodeText(), value.decodeText())
  }
  return info
}

function xmpOf({ catalog }: PDFDocument): Xmp | undefined {
  const stream = catalog.lookup(PDFName.of('Metadata'))
  return stream instanceof PDFRawStream ? Xmp.read(decodePDFRawStream(stream).decode()) : undefined
}

async function opened(source: Source): Promise<PDFDocument> {
  try {
    return await PDFDocument.load(wholeOf(source), { password: '', updateMetadata: false })
  } catch (cause) {
    throw new PdfFault('it is encrypted: save it without a password to have it read', { cause })
  }
}
