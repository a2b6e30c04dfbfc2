import { latin1 } from '../characters'
import type { FileFormat } from '../file-format'
import { places } from './places'
import { readDrawing } from './contents'
import { history } from './revision-table'
import { write } from './write'

const isBinary = (text: string): boolean => text.startsWith('Binary DXF\r\n\x1a', 8)

/** Comments, then the first section; each line end can be read in one way alone, so that nothing makes this slow. */
const lineEnd = '(?:\\r\\n|\\n|\\r(?!\\n))'
const beginning = new RegExp(
  `^(?:\\xef\\xbb\\xbf)?\\s*(?:999[ \\t]*${lineEnd}[^\\r\\n]*${lineEnd}\\s*)*0[ \\t]*${lineEnd}\\s*SECTION\\s`,
)

/** Drawing interchange, in text, R12 to 2018. */
export const dxf: FileFormat = {
  words: 'a DXF drawing',
  endings: ['dxf'],
  isIt: ({ text }) => isBinary(text) || beginning.test(text),
  read: (source) => {
    if (isBinary(latin1(source.read(0, 64)))) {
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
