import { codePage } from '../../characters'

/** Names of glyphs (Adobe Glyph List) that are more than a letter or a letter with a mark. */
const signs: Record<string, string> = {
  ...{ space: ' ', exclam: '!', quotedbl: '"', numbersign: '#', dollar: '$', percent: '%', ampersand: '&' },
  ...{ quotesingle: "'", quoteright: '’', quoteleft: '‘', parenleft: '(', parenright: ')', asterisk: '*' },
  ...{ plus: '+', comma: ',', hyphen: '-', minus: '−', period: '.', slash: '/', colon: ':', semicolon: ';' },
  ...{ less: '<', equal: '=', greater: '>', question: '?', at: '@', bracketleft: '[', backslash: '\\' },
  ...{ bracketright: ']', underscore: '_', braceleft: '{', bar: '|', braceright: '}', endash: '–' },
  ...{ zero: '0', one: '1', two: '2', three: '3', four: '4', five: '5', six: '6', seven: '7', eight: '8' },
  ...{ nine: '9', emdash: '—', bullet: '•', degree: '°', plusminus: '±', section: '§', Euro: '€', mu: 'µ' },
  ...{ germandbls: 'ß', ae: 'æ', AE: 'Æ', oslash: 'ø', Oslash: 'Ø', lslash: 'ł', Lslash: 'Ł', oe: 'œ' },
  ...{ OE: 'Œ', dotlessi: 'ı', fi: 'fi', fl: 'fl', ff: 'ff', ffi: 'ffi', ffl: 'ffl', diameter: '⌀' },
  ...{
    multiply: '×',
    periodcentered: '·',
    nbspace: ' ',
    ellipsis: '…',
    quotedblleft: '“',
    quotedblright: '”',
  },
}
const marks: Record<string, string> = {
  ...{ grave: '\u0300', acute: '\u0301', circumflex: '\u0302', tilde: '\u0303', dieresis: '\u0308' },
  ...{ ring: '\u030a', cedilla: '\u0327', caron: '\u030c', ogonek: '\u0328', breve: '\u0306' },
}

/** What a glyph stands for; empty where its name does not say. */
export function textOfGlyph(name: string): string {
  const [stem = ''] = name.split('.')
  if (/^[A-Za-z]$/.test(stem)) return stem
  if (Object.hasOwn(signs, stem)) return signs[stem]!
  const hex = /^(?:uni([\dA-F]{4})|u([\dA-F]{4,6}))$/.exec(stem)
  if (hex) return fromCode(Number.parseInt((hex[1] ?? hex[2])!, 16))
  const marked = /^([A-Za-z])([a-z]+)$/.exec(stem)
  const mark = marked && Object.hasOwn(marks, marked[2]!) ? marks[marked[2]!] : undefined
  return mark ? `${marked![1]}${mark}`.normalize('NFC') : ''
}

/** A character by its code; empty for codes that are none. */
export const fromCode = (code: number): string =>
  code <= 0x10ffff && (code < 0xd800 || code > 0xdfff) ? String.fromCodePoint(code) : ''

const bytes = Uint8Array.from({ length: 256 }, (_, byte) => byte)
const windows = [...codePage('1252').decode(bytes)]
const encodings: Record<string, readonly string[]> = {
  WinAnsiEncoding: windows,
  MacRomanEncoding: [...new TextDecoder('macintosh').decode(bytes)],
  // Without an encoding, quotes are curved.
  StandardEncoding: windows.with(0x27, '’').with(0x60, '‘'),
}

/** What the codes of a font of single bytes stand for, by the name of its encoding (9.6.6). */
export const textsOfEncoding = (name = 'StandardEncoding'): string[] => [...(encodings[name] ?? windows)]
