/** Words and bytes of text. */
const utf8 = new TextEncoder()

export const bytesOf = (text: string): Uint8Array => utf8.encode(text)

/** Bytes as characters of the same codes. */
export function latin1(bytes: Uint8Array, from = 0, to = bytes.length): string {
  let text = ''
  for (let at = from; at < to; at += 8192) {
    const part = bytes.subarray(at, Math.min(at + 8192, to))
    text += String.fromCharCode.apply(null, part as unknown as number[])
  }
  return text
}

/** Characters 0x80 to 0x9F of Windows-1252, which `TextDecoder` of Node 20 takes for those of Latin-1. */
const windows1252 = '€\u0081‚ƒ„…†‡ˆ‰Š‹Œ\u008dŽ\u008f\u0090‘’“”•–—˜™š›œ\u009dž\u009fŸ'

/** What reads and writes text in a code page. */
export interface CodePage {
  decode: (bytes: Uint8Array) => string
  /** The byte of a character, where it has one; several bytes are never needed. */
  byteOf: (character: string) => number | undefined
}

/** Names of code pages as drawings have them, and as they are known to `TextDecoder`. */
const multibyte: Record<string, string> = {
  '932': 'shift_jis',
  '936': 'gbk',
  '949': 'euc-kr',
  '950': 'big5',
  '1361': 'euc-kr',
}

const made = new Map<string, CodePage>()

/** The code page of a name such as `ANSI_1252`; Windows-1252 where it is not known. */
export function codePage(name: string): CodePage {
  const page = made.get(name) ?? makeCodePage(name)
  if (made.size < 64) made.set(name, page)
  return page
}

function makeCodePage(name: string): CodePage {
  const number = /(\d{3,4})\s*$/.exec(name)?.[1] ?? '1252'
  if (number === '1252') return singleByte((byte) => windows1252[byte - 0x80] ?? String.fromCharCode(byte))
  const label = multibyte[number] ?? (/^125\d$|^874$|^866$/.test(number) ? `windows-${number}` : undefined)
  if (!label) return codePage('1252')
  const decoder = new TextDecoder(label.replace('windows-866', 'ibm866'))
  if (multibyte[number])
    return {
      decode: (bytes) => decoder.decode(bytes),
      byteOf: (it) => (it < '\x80' ? it.charCodeAt(0) : undefined),
    }
  return singleByte((byte) => decoder.decode(Uint8Array.of(byte)))
}

function singleByte(upper: (byte: number) => string): CodePage {
  const characters = Array.from({ length: 256 }, (_, byte) =>
    byte < 0x80 ? String.fromCharCode(byte) : upper(byte),
  )
  const bytes = new Map(characters.map((character, byte) => [character, byte]))
  return {
    decode: (encoded) => Array.from(encoded, (byte) => characters[byte]).join(''),
    byteOf: (character) => bytes.get(character),
  }
}

const strictUtf8 = new TextDecoder('utf-8', { fatal: true, ignoreBOM: true })

/** Bytes as UTF-8, or undefined where they are not. */
export function asUtf8(bytes: Uint8Array): string | undefined {
  try {
    return strictUtf8.decode(bytes)
  } catch {
    return undefined
  }
}

export const isAscii = (bytes: Uint8Array): boolean => bytes.every((byte) => byte < 0x80)
