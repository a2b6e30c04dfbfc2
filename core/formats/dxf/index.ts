import { latin1 } from '../characters'
import type { FileFormat } from '../file-format'
import { places } from './places'
import { readDrawing } from './contents'
import { history } from './revision-table'
import { write } from './write'

const isBinary = (head: Uint8Array): boolean => latin1(head, 0, 24).slice(8).startsWith('Binary DXF\r\n\x1a')

/** Drawing interchange, in text, R12 to 2018. */
export const dxf: FileFormat = {
  words: 'a DXF drawing',
  endings: ['dxf'],
  isIt: (head) => {
    const start = latin1(head).replace(/^\ufeff|^\xef\xbb\xbf/, '')
    return isBinary(head) || /^\s*(999[ \t]*\r?[\n\r].*[\n\r]+\s*)*0[ \t]*\r?[\n\r]\s*SECTION\s/.test(start)
  },
  read: (source) => {
    if (isBinary(source.read(0, 64))) {
      const message = 'a binary drawing is kept as it is; save it as text to have it read'
      return { places: [], history: [], references: [], problems: [{ code: 'not-read', message }] }
    }
    const contents = readDrawing(source)
    return {
      places: places(contents).map(({ place, value, writable }) => ({ place, value, writable })),
      history: history(contents.containers),
      references: contents.references.map((target) => ({ target })),
      problems: contents.problems,
    }
  },
  write,
}
