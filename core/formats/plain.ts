import { asUtf8 } from './characters'
import { type Beginning, type FileFormat, noContents } from './file-format'

const starts = (text: string, ...marks: string[]): boolean => marks.some((mark) => text.startsWith(mark))

/** Pictures: they come in as they are. */
export const image: FileFormat = {
  words: 'a picture',
  endings: ['png', 'jpg', 'jpeg', 'gif', 'bmp', 'tif', 'tiff', 'webp'],
  isIt: ({ text }) =>
    starts(text, '\x89PNG\r\n\x1a\n', '\xff\xd8\xff', 'GIF87a', 'GIF89a', 'II*\0', 'MM\0*') ||
    (starts(text, 'BM') && text.startsWith('\0\0\0\0', 6)) ||
    (starts(text, 'RIFF') && text.startsWith('WEBP', 8)),
  read: noContents,
}

/** A part of a text may end within a character. */
function isText({ head, text }: Beginning): boolean {
  if (!head.length) return false
  if (starts(text, '\xff\xfe', '\xfe\xff')) return true
  if (/[\0-\x08\x0e-\x1a\x1c-\x1f]/.test(text)) return false
  const whole = [0, 1, 2, 3].some((cut) => asUtf8(head.subarray(0, head.length - cut)) !== undefined)
  const upper = head.reduce((count, byte) => count + (byte >= 0x80 ? 1 : 0), 0)
  return whole || upper < head.length / 4
}

/** Lines that are divided the same way: at least two of them, into at least two parts. */
function isTable({ text }: Beginning): boolean {
  const lines = text
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
  isIt: (beginning) =>
    isText(beginning) &&
    (['csv', 'tsv'].includes(beginning.ending) || (beginning.ending !== 'txt' && isTable(beginning))),
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
