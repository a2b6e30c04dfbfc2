import { asUtf8, latin1 } from './characters'
import { type FileFormat, noContents } from './file-format'

const starts = (head: Uint8Array, ...marks: string[]): boolean =>
  marks.some((mark) => latin1(head, 0, Math.min(mark.length, head.length)) === mark)

/** Pictures: they come in as they are. */
export const image: FileFormat = {
  words: 'a picture',
  endings: ['png', 'jpg', 'jpeg', 'gif', 'bmp', 'tif', 'tiff', 'webp'],
  isIt: (head) =>
    starts(head, '\x89PNG\r\n\x1a\n', '\xff\xd8\xff', 'GIF87a', 'GIF89a', 'II*\0', 'MM\0*') ||
    (starts(head, 'BM') && latin1(head, 6, Math.min(10, head.length)) === '\0\0\0\0') ||
    (starts(head, 'RIFF') && latin1(head, 8, Math.min(12, head.length)) === 'WEBP'),
  read: noContents,
}

/** A part of a text may end within a character. */
function isText(head: Uint8Array): boolean {
  if (!head.length) return false
  if (starts(head, '\xff\xfe', '\xfe\xff')) return true
  if (/[\0-\x08\x0e-\x1a\x1c-\x1f]/.test(latin1(head))) return false
  const whole = [0, 1, 2, 3].some((cut) => asUtf8(head.subarray(0, head.length - cut)) !== undefined)
  const upper = head.reduce((count, byte) => count + (byte >= 0x80 ? 1 : 0), 0)
  return whole || upper < head.length / 4
}

/** Lines that are divided the same way: at least two of them, into at least two parts. */
function isTable(head: Uint8Array): boolean {
  const lines = latin1(head)
    .replace(/\0/g, '')
    .replace(/"(?:[^"]|"")*"/g, 'x')
    .split(/\r\n|\r|\n/)
    .slice(0, -1)
    .filter((line) => line.trim())
  return [';', ',', '\t'].some((sign) => {
    const counts = lines.map((line) => line.split(sign).length)
    const most = Math.max(...counts)
    return (
      lines.length > 1 && most > 1 && counts.filter((count) => count === most).length >= lines.length * 0.8
    )
  })
}

/** Tables in text, divided by commas, semicolons or tabs. */
export const csv: FileFormat = {
  words: 'a table in text',
  endings: ['csv', 'tsv'],
  isIt: (head, _, ending) =>
    isText(head) && (['csv', 'tsv'].includes(ending) || (ending !== 'txt' && isTable(head))),
  read: noContents,
}

export const text: FileFormat = {
  words: 'a text',
  endings: ['txt', 'md', 'log', 'json', 'xml', 'htm', 'html', 'scad', 'geo', 'tcl'],
  isIt: isText,
  read: noContents,
}

/** Everything else comes in as it is. */
export const unknown: FileFormat = {
  words: 'a file of a kind that is not read',
  endings: [],
  isIt: () => true,
  read: noContents,
}
