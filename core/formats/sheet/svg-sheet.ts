import { type Source, wholeOf } from '../source'
import { attributeOf, escaped, readXml, type XmlAttribute, type XmlElement } from '../xml'

/** What is drawn: shapes, texts and what they are painted with. Whatever runs, links or loads is left out. */
const drawn = new Set(
  (
    'svg g path rect circle ellipse line polyline polygon text tspan textPath defs linearGradient ' +
    'radialGradient stop clipPath mask pattern marker symbol use switch title desc style image'
  ).split(' '),
)
const spaceOfSvg = 'http://www.w3.org/2000/svg'
/** How wide a drawing is that says nothing of its size, as browsers have it. */
const usual = { width: 300, height: 150 }

/**
 * Draws an SVG drawing (W3C, SVG 1.1 and 2) anew with nothing in it but shapes: no scripts, no events, no links, no
 * address outside of itself. Its texts say which place of the file they are.
 * @throws XmlFault where it is damaged
 */
export function drawSvg(source: Source): { svg: string; width: number; height: number } {
  const { root } = readXml(wholeOf(source))
  const size = sizeOf(root)
  const view = attributeOf(root, 'viewBox')?.value
  const sound = view && /^[\d\s.,e+-]{1,200}$/i.test(view) ? view : `0 0 ${size.width} ${size.height}`
  const inner = root.parts.map(written).join('')
  const own = root.attributes
    .filter(({ name }) => !['viewBox', 'width', 'height'].includes(name))
    .map((one) => attribute(one, 'svg'))
  return {
    svg: `<svg xmlns="${spaceOfSvg}" viewBox="${escaped(sound)}"${own.join('')}>${inner}</svg>\n`,
    ...size,
  }
}

function sizeOf(root: XmlElement): { width: number; height: number } {
  const [, , wide, high] = (attributeOf(root, 'viewBox')?.value ?? '')
    .trim()
    .split(/[\s,]+/)
    .map(Number)
  const length = (name: 'width' | 'height', other: number | undefined) => {
    const said = Number.parseFloat(attributeOf(root, name)?.value ?? '')
    return [other, said].find((one) => one !== undefined && one > 0) ?? usual[name]
  }
  return { width: length('width', wide), height: length('height', high) }
}

function written(part: string | XmlElement): string {
  if (typeof part === 'string') return escaped(part)
  const { local, space, attributes, parts } = part
  if ((space && space !== spaceOfSvg) || !drawn.has(local)) return ''
  if (local === 'style') return styleSheet(parts)
  const own = attributes.map((one) => attribute(one, local)).join('')
  const id = local === 'text' ? attributeOf(part, 'id')?.value : undefined
  const place = id ? ` data-place="${escaped(`field:${id}`)}"` : ''
  return `<${local}${own}${place}>${parts.map(written).join('')}</${local}>`
}

/** An attribute that draws; nothing where it runs, or leads out of the drawing. */
function attribute({ name, value }: XmlAttribute, of: string): string {
  const local = name.replace(/^xlink:/, '')
  if (!/^[a-zA-Z][\w-]*$/.test(local) || /^on/i.test(local) || local === 'xmlns') return ''
  if (local === 'href') {
    const isPicture = of === 'image' && /^data:image\/(?:png|jpe?g|gif|webp);base64,[\w+/=\s]*$/.test(value)
    return value.startsWith('#') || isPicture ? ` href="${escaped(value)}"` : ''
  }
  return leadsOut(value) ? '' : ` ${local}="${escaped(value)}"`
}

/** Whether a style or a value of an attribute loads something, or runs it. */
const leadsOut = (text: string): boolean =>
  /url\(\s*["']?\s*(?!#)[^\s"']|@import|javascript:|expression\(|\\|behavior\s*:|-moz-binding/i.test(text)

function styleSheet(parts: XmlElement['parts']): string {
  const text = parts.filter((part) => typeof part === 'string').join('')
  return leadsOut(text) || text.includes('<') ? '' : `<style>${escaped(text)}</style>`
}
