/** The size of a picture in pixels, read from its header. */
export interface PictureSize {
  width: number
  height: number
}

/** The most pixels of a picture that is drawn: a sheet of A0 at 400 dots to the inch. */
export const mostPixels = 250_000_000

/** The size of a picture in PNG (ISO/IEC 15948), JPEG (ISO/IEC 10918), GIF or WebP; undefined where none is told. */
export function pictureSize(bytes: Uint8Array): PictureSize | undefined {
  for (const read of [png, jpeg, gif, webp]) {
    const size = read(bytes, new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength))
    if (size && size.width > 0 && size.height > 0) return size
  }
  return undefined
}

type Reader = (bytes: Uint8Array, view: DataView) => PictureSize | undefined

const begins = (bytes: Uint8Array, text: string, at = 0): boolean =>
  bytes.length >= at + text.length &&
  Array.from(text).every((letter, i) => bytes[at + i] === letter.charCodeAt(0))

const png: Reader = (bytes, view) =>
  begins(bytes, '\x89PNG\r\n\x1a\n') && bytes.length >= 24
    ? { width: view.getUint32(16), height: view.getUint32(20) }
    : undefined

const gif: Reader = (bytes, view) =>
  begins(bytes, 'GIF8') && bytes.length >= 10
    ? { width: view.getUint16(6, true), height: view.getUint16(8, true) }
    : undefined

/** Walks the segments of a JPEG to its frame header, which holds the size. */
const jpeg: Reader = (bytes, view) => {
  if (bytes[0] !== 0xff || bytes[1] !== 0xd8) return undefined
  for (let at = 2; at + 9 < bytes.length;) {
    if (bytes[at] !== 0xff) return undefined
    const mark = bytes[at + 1]!
    const isFrame = mark >= 0xc0 && mark <= 0xcf && ![0xc4, 0xc8, 0xcc].includes(mark)
    if (isFrame) return { height: view.getUint16(at + 5), width: view.getUint16(at + 7) }
    at += mark === 0xff ? 1 : 2 + view.getUint16(at + 2)
  }
  return undefined
}

const webp: Reader = (bytes, view) => {
  if (!begins(bytes, 'RIFF') || !begins(bytes, 'WEBP', 8) || bytes.length < 30) return undefined
  const three = (at: number) => 1 + bytes[at]! + bytes[at + 1]! * 2 ** 8 + bytes[at + 2]! * 2 ** 16
  if (begins(bytes, 'VP8X', 12)) return { width: three(24), height: three(27) }
  if (begins(bytes, 'VP8 ', 12))
    return { width: view.getUint16(26, true) & 0x3fff, height: view.getUint16(28, true) & 0x3fff }
  if (!begins(bytes, 'VP8L', 12)) return undefined
  const bits = view.getUint32(21, true)
  return { width: (bits & 0x3fff) + 1, height: ((bits >>> 14) & 0x3fff) + 1 }
}
