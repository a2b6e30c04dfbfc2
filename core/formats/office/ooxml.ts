import { own } from '../../support'
import { bytesOf } from '../characters'
import { nameIn, plan, unwritten } from '../changes'
import type { Change, FileContents, FileFormat, FilePlace, WrittenFile } from '../file-format'
import type { Source } from '../source'
import { attributeOf, escaped, insertPatch, textPatch, textWithin, type XmlElement } from '../xml'
import { isCompound, isEncryptedCompound } from './compound'
import { patchFields } from './ooxml-fields'
import { OfficePackage, problemOf, unread } from './package'
import { type PropertyType, readValue, typedValue } from './typed-value'

/** A place of a document: the element that holds its value, the part it stands in, its type. */
export interface OfficePlace extends FilePlace {
  part: string
  element: XmlElement
  type: PropertyType
  raw: string
}

/** Elements of the core properties (ECMA-376 part 2) and the places that they are. */
const core: Record<string, { place: string; writable: boolean }> = {
  title: { place: 'core:title', writable: true },
  creator: { place: 'core:author', writable: true },
  subject: { place: 'core:subject', writable: true },
  keywords: { place: 'core:keywords', writable: true },
  description: { place: 'core:description', writable: true },
  created: { place: 'core:created', writable: false },
  modified: { place: 'core:modified', writable: false },
}
/** Names with their prefixes, for elements that a file has not yet. */
const prefixed: Record<string, string> = {
  ...{ title: 'dc:title', creator: 'dc:creator', subject: 'dc:subject', description: 'dc:description' },
  keywords: 'cp:keywords',
}
/** Types of values of custom properties. */
const types: Record<string, PropertyType> = {
  ...{
    bool: 'yesno',
    filetime: 'date',
    date: 'date',
    r4: 'number',
    r8: 'number',
    decimal: 'number',
    cy: 'number',
  },
  ...{ i1: 'whole', i2: 'whole', i4: 'whole', i8: 'whole', int: 'whole' },
  ...{ ui1: 'whole', ui2: 'whole', ui4: 'whole', ui8: 'whole', uint: 'whole' },
}
const relationships = 'http://schemas.openxmlformats.org/package/2006/relationships'
const office = 'http://schemas.openxmlformats.org/officeDocument/2006'
const coreSpace = 'http://schemas.openxmlformats.org/package/2006/metadata/core-properties'
const customType = 'application/vnd.openxmlformats-officedocument.custom-properties+xml'
const coreType = 'application/vnd.openxmlformats-package.core-properties+xml'
const customSpaces = `xmlns="${office}/custom-properties" xmlns:vt="${office}/docPropsVTypes"`
const coreSpaces = `xmlns:cp="${coreSpace}" xmlns:dc="http://purl.org/dc/elements/1.1/"`
const heading = '<?xml version="1.0" encoding="UTF-8" standalone="yes"?>\n'

/** Parts that every document may have, what they are, and how an empty one begins. */
const partKinds = {
  core: {
    ...{ ending: /\/core-properties$/, name: 'docProps/core.xml', type: coreType },
    relationship: `${relationships.replace(/relationships$/, '')}relationships/metadata/core-properties`,
    empty: `${heading}<cp:coreProperties ${coreSpaces}></cp:coreProperties>`,
  },
  custom: {
    ...{ ending: /\/custom-?properties$/i, name: 'docProps/custom.xml', type: customType },
    relationship: `${office}/relationships/custom-properties`,
    empty: `${heading}<Properties ${customSpaces}></Properties>`,
  },
} as const
type PartKind = keyof typeof partKinds

/** The name of a part that the relationships of the package name. */
function partNamed(file: OfficePackage, kind: PartKind): string | undefined {
  const all = file.document('_rels/.rels')?.root.children ?? []
  const found = all.find((one) => partKinds[kind].ending.test(attributeOf(one, 'Type')?.value ?? ''))
  const target = found && attributeOf(found, 'Target')?.value.replace(/^\//, '')
  return target && file.has(target) ? target : undefined
}

function placesOf(file: OfficePackage): OfficePlace[] {
  return [...corePlaces(file, partNamed(file, 'core')), ...customPlaces(file, partNamed(file, 'custom'))]
}

function corePlaces(file: OfficePackage, part: string | undefined): OfficePlace[] {
  return (part ? file.document(part)!.root.children : []).flatMap((element) => {
    const known = own(core, element.local)
    const value = textWithin(element)
    return known ? [{ ...known, value, part: part!, element, type: 'text' as const, raw: value }] : []
  })
}

function customPlaces(file: OfficePackage, part: string | undefined): OfficePlace[] {
  return (part ? file.document(part)!.root.children : []).flatMap((property) => {
    const name = attributeOf(property, 'name')?.value
    const [element] = property.children
    if (name === undefined || !element) return []
    const [type, raw] = [own(types, element.local) ?? 'text', textWithin(element)]
    const writable = !element.children.length
    return [
      { place: `property:${name}`, value: readValue(type, raw), writable, part: part!, element, type, raw },
    ]
  })
}

/** Linked files: external targets of relationships that are no addresses on the web. */
function referencesOf(file: OfficePackage): { target: string }[] {
  const parts = file.entries
    .map(({ name }) => name)
    .filter((name) => name.endsWith('.rels') && file.text(name).includes('External'))
  const targets = parts.flatMap((part) =>
    file.document(part)!.root.children.flatMap((one) => {
      const target = attributeOf(one, 'Target')?.value ?? ''
      const isLink =
        attributeOf(one, 'TargetMode')?.value === 'External' && !/^(https?|mailto|#)/i.test(target)
      return isLink && target ? [target.replace(/^file:\/\/\/?/i, '')] : []
    }),
  )
  return [...new Set(targets)].map((target) => ({ target }))
}

function read(source: Source): FileContents {
  if (isEncryptedCompound(source)) return unread(encrypted)
  try {
    const file = new OfficePackage(source)
    const places = placesOf(file).map(({ place, value, writable }) => ({ place, value, writable }))
    return { places, history: [], references: referencesOf(file), problems: [] }
  } catch (error) {
    return unread(problemOf(error))
  }
}

const encrypted = {
  code: 'encrypted',
  message: 'the document is encrypted: save it without a password to have it read',
} as const

function write(source: Source, changes: readonly Change[]): WrittenFile {
  if (isEncryptedCompound(source)) return unwritten([encrypted])
  try {
    return written(new OfficePackage(source), changes)
  } catch (error) {
    return unwritten([problemOf(error)])
  }
}

function written(file: OfficePackage, changes: readonly Change[]): WrittenFile {
  const all = placesOf(file)
  const result = plan(changes, all, (change, isThere) => {
    const place = all.find((one) => one.place === change.place)
    if (isThere && place) return typedValue(place.type, change.value, place.raw).reason
    return canMake(change.place) ? undefined : `an office document has no place ${change.place}`
  })
  if (result.problems.length) return unwritten(result.problems)
  for (const change of changes) {
    const place = all.find((one) => one.place === change.place)
    if (place)
      file.patch(place.part, textPatch(place.element, typedValue(place.type, change.value, place.raw).text!))
  }
  add(
    file,
    changes.filter((change) => !all.some(({ place }) => place === change.place)),
  )
  patchFields(file, changes)
  return { parts: file.parts(), written: result.written, problems: [] }
}

const elementOf = (place: string): string | undefined =>
  Object.keys(prefixed).find((local) => core[local]!.place === place)

const canMake = (place: string): boolean =>
  nameIn(place, 'property') !== undefined || elementOf(place) !== undefined

/** Makes places that a document has not, and the parts that they stand in. */
function add(file: OfficePackage, changes: readonly Change[]): void {
  const made = changes.filter(({ place }) => elementOf(place))
  const properties = changes.filter(({ place }) => nameIn(place, 'property') !== undefined)
  addTo(file, 'core', made, ({ place, value }) => {
    const name = prefixed[elementOf(place)!]!
    return `<${name} ${coreSpaces}>${escaped(value)}</${name}>`
  })
  const part = partNamed(file, 'custom')
  const used = part
    ? file.document(part)!.root.children.map((one) => Number(attributeOf(one, 'pid')?.value))
    : []
  const last = Math.max(1, ...used.filter((pid) => pid > 0))
  addTo(file, 'custom', properties, ({ place, value }, index) => {
    const id = `fmtid="{D5CDD505-2E9C-101B-9397-08002B2CF9AE}" pid="${last + 1 + index}"`
    const name = escaped(nameIn(place, 'property')!)
    return `<property ${customSpaces} ${id} name="${name}"><vt:lpwstr>${escaped(value)}</vt:lpwstr></property>`
  })
}

function addTo(
  file: OfficePackage,
  kind: PartKind,
  changes: readonly Change[],
  markup: (change: Change, index: number) => string,
): void {
  if (!changes.length) return
  const all = changes.map(markup).join('')
  const part = partNamed(file, kind)
  if (part) return file.patch(part, insertPatch(file.document(part)!.root, all))
  const { name, type, relationship, empty } = partKinds[kind]
  file.add(name, bytesOf(empty.replace(/(?=<\/[\w:]+>$)/, () => all)))
  const kinds = file.document('[Content_Types].xml')!.root
  file.patch(
    '[Content_Types].xml',
    insertPatch(kinds, `<Override PartName="/${name}" ContentType="${type}"/>`),
  )
  const links = file.document('_rels/.rels')!.root
  const id = `rIlmenite${kind}`
  file.patch(
    '_rels/.rels',
    insertPatch(links, `<Relationship Id="${id}" Type="${relationship}" Target="${name}"/>`),
  )
}

const endings = ['docx', 'xlsx', 'pptx', 'docm', 'xlsm', 'pptm', 'dotx', 'xltx', 'potx', 'vsdx']

/** Office Open XML (ECMA-376). */
export const ooxml: FileFormat = {
  words: 'an Office Open XML document',
  endings,
  isIt: ({ head, text, source, ending }) => {
    if (isCompound(head)) return isEncryptedCompound(source)
    if (!text.startsWith('PK\x03\x04')) return false
    try {
      return new OfficePackage(source).has('[Content_Types].xml')
    } catch {
      return endings.includes(ending)
    }
  },
  read,
  write,
}
