import { asUtf8, bytesOf, codePage, latin1 } from './characters'
import { Namespaces } from './namespaces'
import type { Patch } from './source'

/**
 * An element of a document in XML, with where it stands in the bytes: a value is written in its place, and every
 * other byte stays. No entity but the five of the standard is known, and none of a document’s own is ever expanded.
 */
export interface XmlElement {
  name: string
  local: string
  /** The namespace, as its URI. */
  space: string
  attributes: XmlAttribute[]
  children: XmlElement[]
  parent: XmlElement | undefined
  /** Texts and elements in their order. */
  parts: (string | XmlElement)[]
  /** Letters of every script stand in the document as they are; in others only as numbers. */
  isUtf8: boolean
  /** From its `<` to behind its `>`; what it holds stands between `inner` and `close`. */
  from: number
  inner: number
  close: number
  to: number
}

export interface XmlAttribute {
  name: string
  value: string
  from: number
  to: number
}

export interface XmlDocument {
  root: XmlElement
  elements: XmlElement[]
  decode: (raw: string) => string
}

/** Why a document could not be read. */
export class XmlFault extends Error {}

/** Elements and attributes are counted together: each takes about as much memory. */
const most = { elements: 1_000_000, depth: 512 }

/** Reads a document. @throws XmlFault where it is damaged, too deep or too large. */
export function readXml(bytes: Uint8Array): XmlDocument {
  const raw = latin1(bytes)
  if (/^(\xff\xfe|\xfe\xff)/.test(raw))
    throw new XmlFault('it is in UTF-16: save it as UTF-8 to have it read')
  const encoding =
    /^[^<]*<\?xml[^>]*encoding=["']([\w-]+)["']/.exec(raw.slice(0, 400))?.[1]?.toLowerCase() ?? 'utf-8'
  const decode = decoderOf(encoding)
  const scan = new Scan(raw, decode, encoding === 'utf-8')
  const root = scan.run()
  return { root, elements: scan.elements, decode }
}

function decoderOf(encoding: string): (text: string) => string {
  const page = codePage(/125\d/.exec(encoding)?.[0] ?? '1252')
  const isUtf8 = encoding === 'utf-8' || encoding === 'us-ascii'
  return (text) => {
    if (!/[\x80-\xff]/.test(text)) return resolved(text)
    const bytes = Uint8Array.from(text, (letter) => letter.charCodeAt(0))
    return resolved((isUtf8 ? asUtf8(bytes) : undefined) ?? page.decode(bytes))
  }
}

const signs: Record<string, string> = { lt: '<', gt: '>', amp: '&', quot: '"', apos: "'" }

function resolved(text: string): string {
  if (!text.includes('&')) return text
  return text.replace(/&(?:#(\d{1,7})|#x([\da-fA-F]{1,6})|(\w+));/g, (all, decimal, hex, name: string) => {
    if (name) return signs[name] ?? all
    const code = decimal ? Number(decimal) : Number.parseInt(hex as string, 16)
    return code <= 0x10ffff ? String.fromCodePoint(code) : all
  })
}

/** A value as it may stand in text and in attributes. */
export const escaped = (text: string): string =>
  text.replace(/[<>&"]/g, (sign) => `&${Object.keys(signs).find((name) => signs[name] === sign)!};`)

class Scan {
  readonly elements: XmlElement[] = []
  private readonly open: XmlElement[] = []
  private readonly spaces = new Namespaces()
  private counted = 0
  private root: XmlElement | undefined
  private at = 0

  constructor(
    private readonly raw: string,
    private readonly decode: (text: string) => string,
    private readonly isUtf8: boolean,
  ) {}

  run(): XmlElement {
    while (this.at < this.raw.length) {
      const next = this.raw.indexOf('<', this.at)
      this.take(this.at, next < 0 ? this.raw.length : next, true)
      if (next < 0) break
      this.at = next
      this.markup()
    }
    const left = this.open.at(-1)
    if (left) throw new XmlFault(`<${left.name}> is never closed: the file may be cut off`)
    if (!this.root) throw new XmlFault('it has no element')
    return this.root
  }

  /** Text of the element that is open. */
  private take(from: number, to: number, isEncoded: boolean): void {
    const element = this.open.at(-1)
    if (!element || from === to) return
    const part = this.raw.slice(from, to)
    element.parts.push(this.decode(isEncoded ? part : part.replace(/&/g, '&amp;')))
  }

  private markup(): void {
    const { raw, at } = this
    if (raw.startsWith('<!--', at)) this.skip('-->', 4)
    else if (raw.startsWith('<![CDATA[', at)) {
      const from = at + 9
      this.skip(']]>', 9)
      this.take(from, this.at - 3, false)
    } else if (raw.startsWith('<?', at)) this.skip('?>', 2)
    else if (raw.startsWith('<!', at)) this.skipDoctype()
    else if (raw.startsWith('</', at)) this.end()
    else this.begin()
  }

  private skip(mark: string, from: number): void {
    const end = this.raw.indexOf(mark, this.at + from)
    if (end < 0) throw new XmlFault(`${mark} is missing: the file may be cut off`)
    this.at = end + mark.length
  }

  private skipDoctype(): void {
    let depth = 0
    for (let at = this.at; at < this.raw.length; at++) {
      const sign = this.raw[at]
      if (sign === '"' || sign === "'") {
        const end = this.raw.indexOf(sign, at + 1)
        if (end < 0) break
        at = end
      } else if (sign === '<' || sign === '[') depth++
      else if (sign === ']') depth--
      else if (sign === '>' && --depth === 0) {
        this.at = at + 1
        return
      }
    }
    throw new XmlFault('its document type is not closed')
  }

  private end(): void {
    const close = this.raw.indexOf('>', this.at)
    const element = this.open.pop()
    const name = this.raw.slice(this.at + 2, close).trim()
    if (close < 0 || element?.name !== name)
      throw new XmlFault(`</${name.slice(0, 40)}> closes what is not open`)
    this.spaces.leave()
    element.close = this.at
    element.to = this.at = close + 1
  }

  private begin(): void {
    const tag = /<([^\s<>/="']+)((?:\s+[^\s<>/="']+\s*=\s*(?:"[^"<]*"|'[^'<]*'))*)\s*(\/?)>/y
    tag.lastIndex = this.at
    const found = tag.exec(this.raw)
    if (!found) throw new XmlFault(`at byte ${this.at} stands no element`)
    if (this.open.length >= most.depth) throw new XmlFault(`its elements are more than ${most.depth} deep`)
    const [all, name, list, isEmpty] = found
    const to = this.at + all.length
    const attributes = this.attributes(list!, this.at + 1 + name!.length)
    this.counted += 1 + attributes.length
    if (this.counted > most.elements)
      throw new XmlFault(`it has more than ${most.elements} elements and attributes`)
    this.spaces.enter(attributes)
    const [local, prefix] = name!.split(':').reverse() as [string, string?]
    const element: XmlElement = {
      ...{
        name: name!,
        local,
        space: this.spaces.of(prefix ?? ''),
        attributes,
        children: [],
        parts: [],
      },
      ...{ parent: this.open.at(-1), isUtf8: this.isUtf8, from: this.at, inner: to, close: to, to },
    }
    this.elements.push(element)
    element.parent?.children.push(element)
    element.parent?.parts.push(element)
    if (!element.parent) this.root ??= element
    if (isEmpty) this.spaces.leave()
    else this.open.push(element)
    this.at = to
  }

  private attributes(list: string, from: number): XmlAttribute[] {
    return [...list.matchAll(/([^\s=]+)\s*=\s*(?:"([^"]*)"|'([^']*)')/g)].map((found) => {
      const value = found[2] ?? found[3]!
      const to = from + found.index + found[0].length - 1
      return { name: found[1]!, value: this.decode(value), from: to - value.length, to }
    })
  }
}

export const attributeOf = (element: XmlElement, local: string): XmlAttribute | undefined =>
  element.attributes.find(({ name }) => name === local || name.endsWith(`:${local}`))

/** All text in an element, that of its children too, in the order of the document. */
export const textWithin = ({ parts }: XmlElement): string =>
  parts.map((part) => (typeof part === 'string' ? part : textWithin(part))).join('')

/** Markup in the encoding of an element’s document. */
export const encodedFor = ({ isUtf8 }: XmlElement, markup: string): Uint8Array =>
  bytesOf(
    isUtf8 ? markup : markup.replace(/[\u0080-\u{10ffff}]/gu, (letter) => `&#${letter.codePointAt(0)!};`),
  )

/** The content of an element replaced by a text; one without an end tag is given one. */
export function textPatch(element: XmlElement, text: string): Patch {
  if (element.inner === element.to) {
    const bytes = encodedFor(element, `>${escaped(text)}</${element.name}>`)
    return { from: element.to - 2, to: element.to, bytes }
  }
  return { from: element.inner, to: element.close, bytes: encodedFor(element, escaped(text)) }
}

/** Markup put in as the last that an element holds. */
export function insertPatch(element: XmlElement, markup: string): Patch {
  if (element.inner === element.to) {
    const bytes = encodedFor(element, `>${markup}</${element.name}>`)
    return { from: element.to - 2, to: element.to, bytes }
  }
  return { from: element.close, to: element.close, bytes: encodedFor(element, markup) }
}
