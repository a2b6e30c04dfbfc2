import { type Source, wholeOf } from '../source'
import { pageOf } from '../svg/page'
import { attributeOf, escaped, readXml, type XmlAttribute, type XmlElement, XmlFault } from '../xml'
import { Budget } from '../budget'
import { mostPixels } from '../picture'
import { drawnAttribute, drawnElements, drawnStyle, idInPage, pixelsOf } from './svg-allowed'
import { unfolds } from './svg-weight'

const spaceOfSvg = 'http://www.w3.org/2000/svg'

/** The context in which a drawing is rewritten. */
interface Around {
  styles: Styles
  /** The pixels left for its pictures. */
  pixels: Budget
}

/**
 * Rewrites an SVG drawing (W3C, SVG 1.1 and 2) from an allow-list of elements and attributes. Scripts, events, links,
 * outside addresses and ids of the page cannot pass. The server alone sets `data-place`, on texts with an id.
 * @throws XmlFault if the drawing is damaged, or multiplies beyond the limit
 */
export function drawSvg(source: Source): { svg: string; width: number; height: number } {
  const { root, elements } = readXml(wholeOf(source))
  if (unfolds(root, elements)) throw new XmlFault('it unfolds to more shapes than can be drawn')
  const { left, right, top, bottom } = pageOf(root)
  const size = { width: right - left, height: top - bottom }
  const view = attributeOf(root, 'viewBox')?.value
  const sound = view && /^[\d\s.,e+-]{1,200}$/i.test(view) ? view : `0 0 ${size.width} ${size.height}`
  const around = { styles: stylesIn(elements), pixels: new Budget(mostPixels) }
  const inner = root.parts.map((part) => written(part, around)).join('')
  const own = root.attributes
    .filter(({ name }) => !/^(?:viewBox|width|height|id)$/i.test(name))
    .map((one) => attribute(one, 'svg', around))
  return {
    svg: `<svg xmlns="${spaceOfSvg}" viewBox="${escaped(sound)}"${own.join('')}>${inner}</svg>\n`,
    ...size,
  }
}

function written(part: string | XmlElement, around: Around): string {
  if (typeof part === 'string') return escaped(part)
  const { local, space, attributes, parts } = part
  if ((space && space !== spaceOfSvg) || !drawnElements.has(local)) return ''
  const own = attributes.map((one) => attribute(one, local, around)).join('')
  const id = local === 'text' ? attributeOf(part, 'id')?.value : undefined
  const place = id ? ` data-place="${escaped(`field:${id}`)}"` : ''
  const look = `${own}${place}${styled(part, around.styles)}`
  // HTML parses the content of `title` and `desc` as HTML, so only their text is kept.
  const isWords = local === 'title' || local === 'desc'
  const inner = isWords ? parts.filter((one) => typeof one === 'string') : parts
  return `<${local}${look}>${inner.map((one) => written(one, around)).join('')}</${local}>`
}

/** What the rules of a drawing’s style sheets say of classes. */
type Styles = Map<string, string>

/** The most characters of the rules of one class, since many elements may name it. */
const mostOfClass = 2000

/**
 * The rules for single classes, to be written where the classes stand: a style sheet itself would style the page that
 * shows the drawing as well.
 */
function stylesIn(elements: readonly XmlElement[]): Styles {
  const styles: Styles = new Map()
  for (const { local, parts } of elements) {
    if (local !== 'style') continue
    const text = parts.filter((part) => typeof part === 'string').join('')
    for (const rule of text.split('}')) {
      const [names = '', declarations = ''] = rule.split('{')
      const drawn = drawnStyle(declarations)
      if (!drawn) continue
      for (const selector of names.split(',')) {
        const name = /^\.([\w-]{1,80})$/.exec(selector.trim())?.[1]
        const rules = name && `${styles.get(name) ?? ''}${drawn};`
        if (rules && rules.length <= mostOfClass) styles.set(name, rules)
      }
    }
  }
  return styles
}

function styled(element: XmlElement, styles: Styles): string {
  const classes = new Set(attributeOf(element, 'class')?.value.split(/\s+/))
  const rules = [...classes].slice(0, mostClasses).map((name) => styles.get(name) ?? '')
  const style = `${rules.join('')}${drawnStyle(attributeOf(element, 'style')?.value ?? '')}`
  return style ? ` style="${escaped(style)}"` : ''
}

/** The most classes of one element that are applied. */
const mostClasses = 20

/** A drawing attribute as markup; empty for any other attribute. */
function attribute({ name, value }: XmlAttribute, of: string, { pixels }: Around): string {
  if (name === 'id') {
    const id = idInPage(value)
    return id ? ` id="${escaped(id)}"` : ''
  }
  if (name === 'href' || name === 'xlink:href') return reference(value, of, pixels)
  const drawn = drawnAttribute(name, value)
  return drawn ? ` ${drawn.name}="${escaped(drawn.value)}"` : ''
}

/** A reference to a part of the drawing or to an embedded picture, as markup. */
function reference(value: string, of: string, pixels: Budget): string {
  if (of === 'image') {
    const count = pixelsOf(value)
    return count !== undefined && pixels.spend(count) ? ` href="${escaped(value)}"` : ''
  }
  const id = value.startsWith('#') ? idInPage(value.slice(1)) : undefined
  return id ? ` href="#${escaped(id)}"` : ''
}
