import { type Source, wholeOf } from '../source'
import { pageOf } from '../svg/page'
import { attributeOf, escaped, readXml, type XmlAttribute, type XmlElement } from '../xml'

/** What is drawn: shapes, texts and what they are painted with. Whatever runs, links or loads is left out. */
const drawn = new Set(
  (
    'svg g path rect circle ellipse line polyline polygon text tspan textPath defs linearGradient ' +
    'radialGradient stop clipPath mask pattern marker symbol use switch title desc image'
  ).split(' '),
)
const spaceOfSvg = 'http://www.w3.org/2000/svg'

/**
 * Draws an SVG drawing (W3C, SVG 1.1 and 2) anew with nothing in it but shapes: no scripts, no events, no links, no
 * address outside of itself. Its texts say which place of the file they are.
 * @throws XmlFault where it is damaged
 */
export function drawSvg(source: Source): { svg: string; width: number; height: number } {
  const { root, elements } = readXml(wholeOf(source))
  const { left, right, top, bottom } = pageOf(root)
  const size = { width: right - left, height: top - bottom }
  const view = attributeOf(root, 'viewBox')?.value
  const sound = view && /^[\d\s.,e+-]{1,200}$/i.test(view) ? view : `0 0 ${size.width} ${size.height}`
  const styles = stylesIn(elements)
  const inner = root.parts.map((part) => written(part, styles)).join('')
  const own = root.attributes
    .filter(({ name }) => !['viewBox', 'width', 'height', 'style', 'class', 'id'].includes(name))
    .map((one) => attribute(one, 'svg'))
  return {
    svg: `<svg xmlns="${spaceOfSvg}" viewBox="${escaped(sound)}"${own.join('')}>${inner}</svg>\n`,
    ...size,
  }
}

function written(part: string | XmlElement, styles: Styles): string {
  if (typeof part === 'string') return escaped(part)
  const { local, space, attributes, parts } = part
  if ((space && space !== spaceOfSvg) || !drawn.has(local)) return ''
  const own = attributes.map((one) => attribute(one, local)).join('')
  const id = local === 'text' ? attributeOf(part, 'id')?.value : undefined
  const place = id ? ` data-place="${escaped(`field:${id}`)}"` : ''
  const look = `${own}${place}${styled(part, styles)}`
  return `<${local}${look}>${parts.map((one) => written(one, styles)).join('')}</${local}>`
}

/** What the rules of a drawing's style sheets say of classes. */
type Styles = Map<string, string>

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
      if (leadsOut(declarations)) continue
      for (const selector of names.split(',')) {
        const name = /^\.([\w-]{1,80})$/.exec(selector.trim())?.[1]
        if (name) styles.set(name, `${styles.get(name) ?? ''}${declarations.trim().replace(/;?$/, ';')}`)
      }
    }
  }
  return styles
}

function styled(element: XmlElement, styles: Styles): string {
  const classes = attributeOf(element, 'class')?.value.split(/\s+/) ?? []
  const rules = classes.map((name) => styles.get(name) ?? '').join('')
  const own = attributeOf(element, 'style')?.value ?? ''
  const style = `${rules}${leadsOut(own) ? '' : own}`
  return style ? ` style="${escaped(style)}"` : ''
}

/** An attribute that draws; nothing where it runs, or leads out of the drawing. */
function attribute({ name, value }: XmlAttribute, of: string): string {
  const local = name.replace(/^xlink:/, '')
  if (
    !/^[a-zA-Z][\w-]*$/.test(local) ||
    /^on/i.test(local) ||
    local === 'xmlns' ||
    local === 'style' ||
    local === 'class'
  )
    return ''
  if (local === 'href') {
    const isPicture = of === 'image' && /^data:image\/(?:png|jpe?g|gif|webp);base64,[\w+/=\s]*$/.test(value)
    return value.startsWith('#') || isPicture ? ` href="${escaped(value)}"` : ''
  }
  return leadsOut(value) ? '' : ` ${local}="${escaped(value)}"`
}

/** Whether a style or a value of an attribute loads something, or runs it. */
const leadsOut = (text: string): boolean =>
  [...text.matchAll(/url\(([^)]*)/gi)].some(([, to]) => !/^["']?#/.test(to!.trim())) ||
  /@import|javascript:|expression\(|\\|behavior:|-moz-binding/i.test(text)
