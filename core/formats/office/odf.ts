import { own } from '../../support'
import { nameIn, plan, unwritten } from '../changes'
import type { Change, FileContents, FileFormat, FilePlace, FileProblem, WrittenFile } from '../file-format'
import type { Patch, Source } from '../source'
import { attributeOf, escaped, insertPatch, textPatch, textWithin, type XmlElement } from '../xml'
import { OfficePackage, problemOf, unread } from './package'
import { type PropertyType, readValue, typedValue } from './typed-value'

const meta = 'meta.xml'

interface OdfPlace extends FilePlace {
  /** Keywords stand in an element each. */
  elements: XmlElement[]
  type: PropertyType
  raw: string
}

/** Elements of the metadata, and the places that they are; who made a document is told from who changed it last. */
const core: Record<string, string> = {
  ...{
    title: 'core:title',
    'initial-creator': 'core:author',
    subject: 'core:subject',
    keyword: 'core:keywords',
  },
  ...{ description: 'core:description', 'creation-date': 'core:created', date: 'core:modified' },
}
const prefixed: Record<string, string> = {
  ...{ 'core:title': 'dc:title', 'core:author': 'meta:initial-creator', 'core:subject': 'dc:subject' },
  ...{ 'core:keywords': 'meta:keyword', 'core:description': 'dc:description' },
}
const spaces =
  'xmlns:dc="http://purl.org/dc/elements/1.1/" xmlns:meta="urn:oasis:names:tc:opendocument:xmlns:meta:1.0"'
const types: Record<string, PropertyType> = { float: 'number', date: 'date', boolean: 'yesno' }
/** Fields in the text that show metadata. */
const fields: Record<string, string> = {
  ...{
    title: 'core:title',
    subject: 'core:subject',
    keywords: 'core:keywords',
    description: 'core:description',
  },
  'initial-creator': 'core:author',
}

/** The element that holds the metadata. */
const metaOf = (file: OfficePackage): XmlElement | undefined =>
  file.document(meta)?.root.children.find(({ local }) => local === 'meta')

function placesOf(file: OfficePackage): OdfPlace[] {
  const all = metaOf(file)?.children ?? []
  const creator = all.find(({ local }) => local === 'creator')
  const hasAuthor = all.some(({ local }) => local === 'initial-creator')
  const keywords = all.filter(({ local }) => local === 'keyword')
  return all.flatMap((element) => {
    const { local } = element
    if (local === 'user-defined') return property(element)
    const place = element === creator && !hasAuthor ? 'core:author' : own(core, local)
    if (!place || (local === 'keyword' && element !== keywords[0])) return []
    const elements = local === 'keyword' ? keywords : [element]
    const value = elements.map(textWithin).join(', ')
    const writable = Object.hasOwn(prefixed, place)
    return [{ place, value, writable, elements, type: 'text' as const, raw: value }]
  })
}

function property(element: XmlElement): OdfPlace[] {
  const name = attributeOf(element, 'name')?.value
  if (name === undefined) return []
  const type = own(types, attributeOf(element, 'value-type')?.value ?? '') ?? 'text'
  const raw = textWithin(element)
  const value = readValue(type, raw)
  return [{ place: `property:${name}`, value, writable: true, elements: [element], type, raw }]
}

/** Linked files: pictures, objects and sections that stand outside of the document. */
function referencesOf(file: OfficePackage): { target: string }[] {
  const linking = ['content.xml', 'styles.xml'].filter((part) =>
    /href="(\.\.\/|\/|file:)/i.test(file.text(part)),
  )
  const elements = linking.flatMap((part) => file.document(part)!.elements)
  const targets = elements.flatMap((element) => {
    const isLink = ['image', 'object', 'object-ole', 'section-source', 'table-source', 'plugin'].includes(
      element.local,
    )
    const href = isLink ? (attributeOf(element, 'href')?.value ?? '') : ''
    const isOutside = /^(\.\.\/|\/|file:)/i.test(href)
    return isOutside ? [href.replace(/^file:\/\/\/?/i, '').replace(/^\.\.\//, '')] : []
  })
  return [...new Set(targets)].map((target) => ({ target }))
}

/** Parts of a document that is encrypted say so in its list of parts. */
function encryption(file: OfficePackage): FileProblem | undefined {
  const isEncrypted = file
    .document('META-INF/manifest.xml')
    ?.elements.some(({ local }) => local === 'encryption-data')
  if (!isEncrypted) return undefined
  return {
    code: 'encrypted',
    message: 'the document is encrypted: save it without a password to have it read',
  }
}

function read(source: Source): FileContents {
  try {
    const file = new OfficePackage(source)
    const problem = encryption(file)
    if (problem) return unread(problem)
    const places = placesOf(file).map(({ place, value, writable }) => ({ place, value, writable }))
    return { places, history: [], references: referencesOf(file), problems: [] }
  } catch (error) {
    return unread(problemOf(error))
  }
}

function write(source: Source, changes: readonly Change[]): WrittenFile {
  try {
    const file = new OfficePackage(source)
    const problem = encryption(file)
    return problem ? unwritten([problem]) : written(file, changes)
  } catch (error) {
    return unwritten([problemOf(error)])
  }
}

function written(file: OfficePackage, changes: readonly Change[]): WrittenFile {
  const all = placesOf(file)
  const root = metaOf(file)
  const result = plan(changes, all, (change, isThere) => {
    const place = all.find((one) => one.place === change.place)
    if (isThere && place) return typedValue(place.type, change.value, place.raw).reason
    const canMake =
      root && (nameIn(change.place, 'property') !== undefined || Object.hasOwn(prefixed, change.place))
    return canMake ? undefined : `an OpenDocument file has no place ${change.place}`
  })
  if (result.problems.length) return unwritten(result.problems)
  for (const change of changes) {
    const place = all.find((one) => one.place === change.place)
    file.patch(meta, ...(place ? replaced(place, change.value) : [insertPatch(root!, markup(change))]))
  }
  patchFields(file, changes)
  return { parts: file.parts(), written: result.written, problems: [] }
}

function replaced({ elements: [first, ...others], type, raw }: OdfPlace, value: string): Patch[] {
  const removed = others.map(({ from, to }) => ({ from, to, bytes: new Uint8Array() }))
  return [textPatch(first!, typedValue(type, value, raw).text!), ...removed]
}

function markup({ place, value }: Change): string {
  const name = own(prefixed, place)
  if (name) return `<${name} ${spaces}>${escaped(value)}</${name}>`
  const named = `meta:name="${escaped(nameIn(place, 'property')!)}"`
  return `<meta:user-defined ${spaces} ${named}>${escaped(value)}</meta:user-defined>`
}

/** The text of fields that show a value stands in the document until somebody updates them: both are written. */
function patchFields(file: OfficePackage, changes: readonly Change[]): void {
  for (const part of ['content.xml', 'styles.xml'])
    for (const element of file.document(part)?.elements ?? []) {
      const isText = element.space.endsWith(':text:1.0')
      const shown =
        isText && element.local === 'user-defined' ? attributeOf(element, 'name')?.value : undefined
      const place =
        shown === undefined ? (isText ? own(fields, element.local) : undefined) : `property:${shown}`
      const change = changes.find((one) => one.place === place)
      if (change) file.patch(part, textPatch(element, change.value))
    }
}

const endings = ['odt', 'ods', 'odp', 'odg', 'ott', 'ots', 'otp', 'otg']

/** OpenDocument (ISO/IEC 26300). */
export const odf: FileFormat = {
  words: 'an OpenDocument file',
  endings,
  isIt: ({ text, ending }) =>
    text.startsWith('PK\x03\x04') &&
    (text.slice(0, 128).includes('application/vnd.oasis.opendocument') || endings.includes(ending)),
  read,
  write,
}
