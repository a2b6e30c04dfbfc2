import { StandardFontEmbedder, StandardFonts } from '@cantoo/pdf-lib'
import type { PdfFile } from '../file'
import { listed, type PdfDictionary, type PdfObject } from '../objects'
import { textOfGlyph, textsOfEncoding } from './glyphs'
import { readToUnicode } from './to-unicode'

/** A character as it is shown: what it says, and how far it moves what follows, in thousandths of the size. */
export interface Shown {
  text: string
  advance: number
  isBlank: boolean
}

/** What turns the codes of a string into what they say. */
export type PdfFont = (bytes: Uint8Array) => Shown[]

const nameOf = (object: PdfObject): string | undefined =>
  object && typeof object === 'object' && 'name' in object ? object.name : undefined

/** The font of a dictionary (ISO 32000-1, 9.6 and 9.7). */
export function readFont(file: PdfFile, font: PdfDictionary): PdfFont {
  const stream = file.stream(font.entries.get('ToUnicode'))
  const known = stream && readToUnicode(stream)
  const isComposite = nameOf(file.resolve(font.entries.get('Subtype'))) === 'Type0'
  const width = isComposite ? (known?.width ?? 2) : 1
  const textOf = isComposite ? () => '' : encodingOf(file, font)
  const advanceOf = isComposite ? compositeAdvances(file, font) : simpleAdvances(file, font)
  return (bytes) => {
    const shown: Shown[] = []
    for (let at = 0; at + width <= bytes.length; at += width) {
      let code = 0
      for (let byte = 0; byte < width; byte++) code = code * 256 + bytes[at + byte]!
      const text = known?.texts.get(code) ?? textOf(code)
      shown.push({ text, advance: advanceOf(code, text), isBlank: width === 1 && code === 32 })
    }
    return shown
  }
}

/** What the codes of single bytes stand for: an encoding, and its differences by the names of glyphs. */
function encodingOf(file: PdfFile, font: PdfDictionary): (code: number) => string {
  const encoding = file.resolve(font.entries.get('Encoding'))
  const dictionary = file.dictionary(encoding)
  const base = nameOf(encoding) ?? nameOf(file.resolve(dictionary?.entries.get('BaseEncoding')))
  const texts = textsOfEncoding(base)
  let code = 0
  for (const entry of listed(file.resolve(dictionary?.entries.get('Differences')))) {
    if (typeof entry === 'number') code = entry
    else if (code >= 0 && code < 256) texts[code++] = textOfGlyph(nameOf(entry) ?? '')
  }
  return (one) => texts[one] ?? ''
}

type Advances = (code: number, text: string) => number

function simpleAdvances(file: PdfFile, { entries }: PdfDictionary): Advances {
  const first = Number(file.resolve(entries.get('FirstChar')) ?? 0)
  const widths = listed(file.resolve(entries.get('Widths'))).map((width) => Number(file.resolve(width)))
  if (!widths.length) return standardAdvances(nameOf(file.resolve(entries.get('BaseFont'))) ?? '')
  return (code) => widths[code - first] || 0
}

/** Documents need not bring the widths of the fonts that every reader has. */
function standardAdvances(name: string): Advances {
  if (/courier|mono/i.test(name)) return () => 600
  const standard = /times/i.test(name) ? StandardFonts.TimesRoman : StandardFonts.Helvetica
  // The package has the same names under two types.
  const font = StandardFontEmbedder.for(standard as string as Parameters<typeof StandardFontEmbedder.for>[0])
  const known = new Map<string, number>()
  return (_, text) => {
    const width = known.get(text) ?? widthOf(font, text)
    known.set(text, width)
    return width
  }
}

function widthOf(font: StandardFontEmbedder, text: string): number {
  try {
    return font.widthOfTextAtSize(text, 1000)
  } catch {
    return 500
  }
}

/** The widths of a font of several bytes: single codes with a list, or a range with one width (9.7.4.3). */
function compositeAdvances(file: PdfFile, { entries }: PdfDictionary): Advances {
  const [inner] = listed(file.resolve(entries.get('DescendantFonts')))
  const descendant = file.dictionary(inner)
  const otherwise = Number(file.resolve(descendant?.entries.get('DW')) ?? 1000)
  const widths = new Map<number, number>()
  const rows = listed(file.resolve(descendant?.entries.get('W')))
  for (let at = 0; at + 1 < rows.length;) {
    const first = Number(rows[at])
    const second = file.resolve(rows[at + 1])
    if (Array.isArray(second)) {
      second.forEach((width, index) => widths.set(first + index, Number(file.resolve(width))))
      at += 2
    } else {
      const last = Math.min(Number(second), first + 0xffff)
      for (let code = first; code <= last; code++) widths.set(code, Number(file.resolve(rows[at + 2])))
      at += 3
    }
  }
  return (code) => widths.get(code) ?? otherwise
}
