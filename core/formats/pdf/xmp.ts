import { bytesOf } from '../characters'
import { joined, patched, type Patch, sourceOf } from '../source'
import {
  attributeOf,
  escaped,
  insertPatch,
  readXml,
  textPatch,
  textWithin,
  type XmlDocument,
  type XmlElement,
  XmlFault,
} from '../xml'

/** Properties of XMP (ISO 16684-1) that are places, as PDF pairs them with its own metadata. */
const properties: Record<string, { local: string; name: string; space: string; list?: string }> = {
  'core:title': { local: 'title', name: 'dc:title', space: 'http://purl.org/dc/elements/1.1/', list: 'Alt' },
  'core:author': {
    local: 'creator',
    name: 'dc:creator',
    space: 'http://purl.org/dc/elements/1.1/',
    list: 'Seq',
  },
  'core:subject': {
    local: 'description',
    name: 'dc:description',
    space: 'http://purl.org/dc/elements/1.1/',
    list: 'Alt',
  },
  'core:keywords': { local: 'Keywords', name: 'pdf:Keywords', space: 'http://ns.adobe.com/pdf/1.3/' },
  'core:created': { local: 'CreateDate', name: 'xmp:CreateDate', space: 'http://ns.adobe.com/xap/1.0/' },
  'core:modified': { local: 'ModifyDate', name: 'xmp:ModifyDate', space: 'http://ns.adobe.com/xap/1.0/' },
}
/** Where custom properties stand. */
const custom = 'http://ns.adobe.com/pdfx/1.3/'

export class Xmp {
  private constructor(
    private readonly bytes: Uint8Array,
    private readonly document: XmlDocument,
  ) {}

  /** Metadata in XMP; undefined where they cannot be read. */
  static read(bytes: Uint8Array): Xmp | undefined {
    try {
      return new Xmp(bytes, readXml(bytes))
    } catch (error) {
      if (error instanceof XmlFault) return undefined
      throw error
    }
  }

  private get descriptions(): XmlElement[] {
    return this.document.elements.filter(
      ({ local, space }) => local === 'Description' && /rdf-syntax/.test(space),
    )
  }

  /** The elements that hold the values of a place. */
  private elementsOf(place: string): XmlElement[] {
    const { local, space } = properties[place] ?? { local: place.replace('property:', ''), space: custom }
    const found = this.descriptions
      .flatMap(({ children }) => children)
      .find((child) => child.local === local && child.space === space)
    const items = this.document.elements.filter(
      (element) => element.local === 'li' && isWithin(element, found),
    )
    return items.length || !found ? items : [found]
  }

  private attributeOf(place: string) {
    const name = properties[place]?.name
    const found = name && this.descriptions.map((one) => one.attributes.find((other) => other.name === name))
    return found ? found.find((one) => one) : undefined
  }

  /** The value of a place; undefined where it has none. */
  value(place: string): string | undefined {
    const elements = this.elementsOf(place)
    if (!elements.length) return this.attributeOf(place)?.value
    return elements.map(textWithin).join(', ').trim()
  }

  /** Names of custom properties. */
  customNames(): string[] {
    return this.descriptions.flatMap(({ children }) =>
      children.filter(({ space }) => space === custom).map(({ local }) => local),
    )
  }

  /** When they were written last. */
  get written(): string | undefined {
    const [date] = this.document.elements.filter(({ local }) => local === 'MetadataDate')
    const attribute = this.descriptions.map((one) => attributeOf(one, 'MetadataDate')).find((one) => one)
    return (date ? textWithin(date) : attribute?.value) ?? this.value('core:modified')
  }

  /** The metadata with other values; a place that is not there yet is made. */
  with(values: ReadonlyMap<string, string>): Uint8Array {
    const patches = [...values].flatMap(([place, value]) => this.patchesOf(place, value))
    return joined(patched(sourceOf(this.bytes), patches))
  }

  private patchesOf(place: string, value: string): Patch[] {
    const elements = this.elementsOf(place)
    const attribute = elements.length ? undefined : this.attributeOf(place)
    if (attribute) return [{ from: attribute.from, to: attribute.to, bytes: bytesOf(escaped(value)) }]
    if (elements.length) return elements.map((element, index) => textPatch(element, index ? '' : value))
    const [description] = this.descriptions
    const property = properties[place]
    if (!description || !property) return []
    const { name, space, list } = property
    const text = escaped(value)
    const item = list === 'Alt' ? `<rdf:li xml:lang="x-default">${text}</rdf:li>` : `<rdf:li>${text}</rdf:li>`
    const inner = list ? `<rdf:${list}>${item}</rdf:${list}>` : text
    const spaces = `xmlns:${name.split(':')[0]}="${space}" xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#"`
    return [insertPatch(description, `<${name} ${spaces}>${inner}</${name}>`)]
  }
}

function isWithin(element: XmlElement, outer: XmlElement | undefined): boolean {
  for (let at = element.parent; at && outer; at = at.parent) if (at === outer) return true
  return false
}
