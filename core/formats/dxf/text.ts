import { asUtf8, bytesOf, codePage, isAscii, latin1 } from '../characters'

/** How a drawing writes text: by a code page up to the 2004 format, in UTF-8 after it. */
export interface TextCoding {
  decode: (bytes: Uint8Array) => string
  encode: (text: string) => Uint8Array
}

const hex = (character: string): string =>
  `\\U+${character.charCodeAt(0).toString(16).toUpperCase().padStart(4, '0')}`

/** Code pages that `\M+nXXXX` names by a digit. */
const byDigit: Record<string, string> = { 1: '932', 2: '950', 3: '949', 4: '1361', 5: '936' }

/** `\U+20AC` and `\M+18140` as the characters that they stand for. */
function unescaped(text: string): string {
  if (!text.includes('\\')) return text
  return text
    .replace(/\\U\+([0-9A-Fa-f]{4})/g, (_, code: string) => String.fromCharCode(parseInt(code, 16)))
    .replace(/\\M\+([1-5])([0-9A-Fa-f]{2})([0-9A-Fa-f]{2})/g, (_, page: string, high: string, low: string) =>
      codePage(byDigit[page]!).decode(Uint8Array.of(parseInt(high, 16), parseInt(low, 16))),
    )
}

/**
 * The coding of a drawing by its header: `version` such as `AC1015`, `page` such as `ANSI_1252`, each empty where
 * the header does not say it.
 */
export function textCoding(version: string, page: string): TextCoding {
  const isUtf8 = version >= 'AC1021' && version.startsWith('AC')
  const pages = codePage(page)
  const tryUtf8 = isUtf8 || !page
  return {
    decode: (bytes) => {
      if (isAscii(bytes)) return unescaped(latin1(bytes))
      return unescaped((tryUtf8 ? asUtf8(bytes) : undefined) ?? pages.decode(bytes))
    },
    encode: (text) => {
      if (isUtf8) return bytesOf(text)
      const units = text.split('').flatMap((character) => {
        const byte = page || character < '\x80' ? pages.byteOf(character) : undefined
        return byte === undefined ? [...bytesOf(hex(character))] : [byte]
      })
      return Uint8Array.from(units)
    },
  }
}

/** Signs that a drawing writes as `%%c` and the like. */
const signs: Record<string, string> = { d: '°', p: '±', c: '⌀', '%': '%' }

/** A line of text as it is read: signs resolved, marks for lines under and over it left out. */
export const plainText = (raw: string): string =>
  raw
    .replace(/%%(\d{3})/g, (_, code: string) => String.fromCharCode(Number(code)))
    .replace(/%%([dpc%])/gi, (_, sign: string) => signs[sign.toLowerCase()]!)
    .replace(/%%[uok]/gi, '')

/** Text of several lines as it is read: formatting codes left out, `\P` as a line break. */
export const plainParagraphs = (raw: string): string =>
  plainText(
    raw
      .replace(/\\([\\{}])/g, (_, character: string) => String.fromCharCode(0xe000 + character.charCodeAt(0)))
      .replace(/\\P|\\X/g, '\n')
      .replace(/\\~/g, '\u00a0')
      .replace(/\\S([^;^/#]{0,100})[\^/#]([^;]{0,100});/g, (_, over: string, under: string) =>
        under.trim() ? `${over}/${under.trim()}` : over,
      )
      .replace(/\\[ACFfHTQWp][^;]{0,200};/g, '')
      .replace(/\\[LlOoKkN]/g, '')
      .replace(/[{}]/g, '')
      .replace(/[\ue000-\ue0ff]/g, (character) => String.fromCharCode(character.charCodeAt(0) - 0xe000)),
  )
