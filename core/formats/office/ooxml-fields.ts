import { own } from '../../support'
import { nameIn } from '../changes'
import type { Change } from '../file-format'
import { attributeOf, textPatch, textWithin, type XmlElement } from '../xml'
import type { OfficePackage } from './package'

/** Fields in a text that show the format’s own metadata. */
const fields: Record<string, string> = {
  ...{ TITLE: 'core:title', AUTHOR: 'core:author', SUBJECT: 'core:subject', KEYWORDS: 'core:keywords' },
  COMMENTS: 'core:description',
}

/** The place that a field shows: `DOCPROPERTY "Mass" \* MERGEFORMAT` shows `property:Mass`. */
function placeOf(instruction: string): string | undefined {
  const [, word, quoted, bare] = /^\s*(\w+)(?:\s+(?:"([^"]*)"|([^\s\\"]+)))?/.exec(instruction) ?? []
  const kind = word?.toUpperCase() ?? ''
  const name = quoted ?? bare
  if (kind !== 'DOCPROPERTY') return own(fields, kind)
  return name === undefined ? undefined : (own(fields, name.toUpperCase()) ?? `property:${name}`)
}

/**
 * Writes values where fields in the text show them, so that a reader sees them without updating fields: the text of a
 * field stands in the document until somebody does.
 */
export function patchFields(file: OfficePackage, changes: readonly Change[]): void {
  const values = new Map(changes.map(({ place, value }) => [place, value]))
  if (!changes.some(({ place }) => nameIn(place, 'property') ?? nameIn(place, 'core'))) return
  for (const { name } of file.entries) {
    if (!/^word\/(document|header\d*|footer\d*|footnotes|endnotes)\.xml$/.test(name)) continue
    for (const { place, texts } of [...simple(file, name), ...complex(file, name)]) {
      const value = values.get(place)
      if (value === undefined || !texts.length) continue
      file.patch(name, ...texts.map((element, index) => textPatch(element, index ? '' : value)))
    }
  }
}

interface Shown {
  place: string
  /** The elements that show the value, in their order. */
  texts: XmlElement[]
}

const textsIn = (element: XmlElement): XmlElement[] =>
  element.local === 't' ? [element] : element.children.flatMap(textsIn)

/** Fields of one element. */
function simple(file: OfficePackage, part: string): Shown[] {
  return file.document(part)!.elements.flatMap((element) => {
    if (element.local !== 'fldSimple') return []
    const place = placeOf(attributeOf(element, 'instr')?.value ?? '')
    return place ? [{ place, texts: textsIn(element) }] : []
  })
}

/** Fields that begin, turn from instruction to text, and end at marks between runs; they may stand in one another. */
function complex(file: OfficePackage, part: string): Shown[] {
  const found: Shown[] = []
  const open: { instruction: string; isText: boolean; texts: XmlElement[] }[] = []
  for (const element of file.document(part)!.elements) {
    const field = open.at(-1)
    if (element.local === 'fldChar') {
      const type = attributeOf(element, 'fldCharType')?.value
      if (type === 'begin') open.push({ instruction: '', isText: false, texts: [] })
      else if (type === 'separate' && field) field.isText = true
      else if (type === 'end' && field) {
        open.pop()
        const place = placeOf(field.instruction)
        if (place) found.push({ place, texts: field.texts })
      }
    } else if (element.local === 'instrText' && field && !field.isText)
      field.instruction += textWithin(element)
    else if (element.local === 't' && field?.isText) field.texts.push(element)
  }
  return found
}
