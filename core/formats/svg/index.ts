import { own } from '../../support'
import { distinct, nameIn, plan, unwritten } from '../changes'
import type { Change, FileContents, FileFormat, FilePlace, FileProblem } from '../file-format'
import { merged, tableRows } from '../history'
import { patched, type Patch, type Source, wholeOf } from '../source'
import { textsOf } from './geometry'
import {
  attributeOf,
  encodedFor,
  escaped,
  insertPatch,
  readXml,
  textPatch,
  textWithin,
  type XmlDocument,
  type XmlElement,
  XmlFault,
} from '../xml'

const svgSpace = 'http://www.w3.org/2000/svg'

/** A place of a drawing, and the elements that show its value. */
interface SvgPlace extends FilePlace {
  elements: XmlElement[]
}

/** Elements of Dublin Core in the metadata, and the places that they are. */
const metadata: Record<string, string> = {
  ...{
    title: 'core:title',
    creator: 'core:author',
    subject: 'core:keywords',
    description: 'core:description',
  },
  date: 'core:created',
}

/** Where the title and the description stand in the drawing itself. */
const inDrawing: Record<string, string> = { title: 'core:title', desc: 'core:description' }

function placesOf({ root, elements }: XmlDocument): SvgPlace[] {
  const drawn = root.children.flatMap((element) => {
    const place = element.space === svgSpace || !element.space ? own(inDrawing, element.local) : undefined
    return place ? [placeAt(place, [element])] : []
  })
  const described = elements.flatMap((element) => {
    const place = /dublincore|purl\.org\/dc/i.test(element.space) ? own(metadata, element.local) : undefined
    const isOuter =
      place &&
      !within(element, (outer) => Object.hasOwn(metadata, outer.local) && outer.space === element.space)
    return isOuter ? [placeAt(place, leaves(element))] : []
  })
  const fields = elements.flatMap((element) => {
    const id = attributeOf(element, 'id')?.value
    return id && element.local === 'text' ? [placeAt(`field:${id}`, leaves(element))] : []
  })
  return [...drawn, ...described.filter(({ value }) => value), ...fields]
}

function placeAt(place: string, elements: XmlElement[]): SvgPlace {
  const texts = elements.map((element) => textWithin(element).replace(/\s+/g, ' ').trim())
  const value = texts.filter((text) => text).join(place === 'core:keywords' ? ', ' : ' ')
  return { place, value, writable: true, elements }
}

/** The innermost elements with text; the element itself where it holds none. */
function leaves(element: XmlElement): XmlElement[] {
  const inner = element.children.flatMap(leaves)
  const isLeaf =
    !element.children.length || element.parts.some((part) => typeof part === 'string' && part.trim())
  return isLeaf || !inner.length ? [element] : inner
}

function within(element: XmlElement, isIt: (outer: XmlElement) => boolean): boolean {
  for (let outer = element.parent; outer; outer = outer.parent) if (isIt(outer)) return true
  return false
}

/** Files that a drawing shows or uses; data within it and parts of itself are none. */
function referencesOf({ elements }: XmlDocument): string[] {
  const targets = elements.flatMap((element) => {
    const href = ['image', 'use', 'feImage', 'script', 'tref'].includes(element.local)
      ? attributeOf(element, 'href')?.value.trim()
      : undefined
    return href && !href.startsWith('data:') && !href.startsWith('#') ? [href.replace(/#.*$/, '')] : []
  })
  return [...new Set(targets)]
}

function open(source: Source): XmlDocument | FileProblem {
  try {
    return readXml(wholeOf(source))
  } catch (error) {
    if (!(error instanceof XmlFault)) throw error
    return { code: 'damaged', message: `the drawing cannot be read: ${error.message}` }
  }
}

function read(source: Source): FileContents {
  const document = open(source)
  if ('code' in document) return { places: [], history: [], references: [], problems: [document] }
  const places = placesOf(document).map(({ place, value, writable }) => ({ place, value, writable }))
  return {
    places: distinct(places),
    history: merged([tableRows(textsOf(document))]),
    references: referencesOf(document).map((target) => ({ target })),
    problems: [],
  }
}

function write(source: Source, changes: readonly Change[]) {
  const document = open(source)
  if ('code' in document) return unwritten([document])
  const all = placesOf(document)
  const { written, problems } = plan(changes, all, ({ place }, isThere) =>
    isThere || Object.values(inDrawing).includes(place) ? undefined : missing(place),
  )
  if (problems.length) return unwritten(problems)
  const patches = changes.flatMap((change) => {
    const there = all.filter(({ place }) => place === change.place)
    return there.length ? there.flatMap((place) => patchesOf(place, change.value)) : [added(change, document)]
  })
  return { parts: patched(source, patches), written, problems: [] }
}

const missing = (place: string): string =>
  nameIn(place, 'field') === undefined
    ? `a drawing in SVG has no place ${place}: bind to core:title, core:description or a text with an id`
    : `no text of the drawing has the id ${place.slice('field:'.length)}`

/** The first element takes the value; others that showed the rest of the old one are emptied. */
const patchesOf = ({ elements }: SvgPlace, value: string): Patch[] =>
  elements.map((element, index) => textPatch(element, index ? '' : value))

/** A title comes first in a drawing, as the standard asks for. */
function added({ place, value }: Change, { root }: XmlDocument): Patch {
  const local = Object.keys(inDrawing).find((name) => inDrawing[name] === place)!
  const prefix = root.name.includes(':') ? `${root.name.split(':')[0]}:` : ''
  const markup = `<${prefix}${local}>${escaped(value)}</${prefix}${local}>`
  if (root.inner === root.to) return insertPatch(root, markup)
  return { from: root.inner, to: root.inner, bytes: encodedFor(root, markup) }
}

/** Scalable Vector Graphics, 1.1 and 2. */
export const svg: FileFormat = {
  words: 'an SVG drawing',
  endings: ['svg'],
  isIt: ({ text }) => /^(\xef\xbb\xbf)?\s*</.test(text) && /<(\w+:)?svg[\s>]/.test(text),
  read,
  write,
}
