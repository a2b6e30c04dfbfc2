import type { FileProblem } from '../file-format'
import type { Source } from '../source'
import type { PdfFile } from './file'
import { PdfFault } from './objects'

/** What is wrong with a document, as files say it. @throws whatever is no fault of the document */
export function problemOf(error: unknown): FileProblem {
  if (!(error instanceof PdfFault)) throw error
  const code = /encrypted/.test(error.message)
    ? 'encrypted'
    : /more than/.test(error.message)
      ? 'too-much'
      : 'damaged'
  return { code, message: `the document cannot be read: ${error.message}` }
}

/** Why nothing can be appended to a document. */
export function reasonAgainstAll(file: PdfFile): FileProblem | undefined {
  if (file.trailer.entries.has('Encrypt'))
    return {
      code: 'encrypted',
      message: 'the document is protected: take the protection away to have it written',
    }
  if (file.isRebuilt)
    return { code: 'damaged', message: 'its table of objects is damaged: save it anew to have it written' }
  return undefined
}

/** A number that no object of a document has. */
export function nextId({ trailer, places }: PdfFile): number {
  const size = Number(trailer.entries.get('Size') ?? 0)
  return [...places.keys()].reduce((most, id) => Math.max(most, id + 1), size)
}

/** A document as it is, a part after the other. */
export function* wholeParts(source: Source): Generator<Uint8Array> {
  const size = 1 << 20
  for (let at = 0; at < source.size; at += size) yield source.read(at, at + size).slice()
}
