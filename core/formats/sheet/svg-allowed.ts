import { own } from '../../support'
import { mostPixels, pictureSize } from '../picture'

/** What is drawn: shapes, texts and what they are painted with. Whatever runs, links or loads is left out. */
export const drawnElements = new Set(
  (
    'svg g path rect circle ellipse line polyline polygon text tspan textPath defs linearGradient ' +
    'radialGradient stop clipPath mask pattern marker symbol use switch title desc image'
  ).split(' '),
)

/** Properties that can stand in a style as well (SVG 2, 6.6). */
const properties =
  'alignment-baseline baseline-shift clip-path clip-rule color color-interpolation color-rendering direction display ' +
  'dominant-baseline fill fill-opacity fill-rule font font-family font-size font-size-adjust font-stretch font-style ' +
  'font-variant font-weight image-rendering isolation letter-spacing line-height marker marker-end marker-mid ' +
  'marker-start mask mask-type mix-blend-mode opacity overflow paint-order shape-rendering stop-color stop-opacity ' +
  'stroke stroke-dasharray stroke-dashoffset stroke-linecap stroke-linejoin stroke-miterlimit stroke-opacity ' +
  'stroke-width text-anchor text-decoration text-rendering text-transform transform transform-origin unicode-bidi ' +
  'vector-effect visibility white-space word-spacing writing-mode'
const geometry =
  'clipPathUnits cx cy d dx dy fr fx fy gradientTransform gradientUnits height lengthAdjust markerHeight markerUnits ' +
  'markerWidth maskContentUnits maskUnits method offset orient pathLength patternContentUnits patternTransform ' +
  'patternUnits points preserveAspectRatio r refX refY rotate rx ry side spacing spreadMethod startOffset ' +
  'systemLanguage textLength viewBox width x x1 x2 y y1 y2'

const named = (names: string): Record<string, string> =>
  Object.fromEntries(names.split(' ').map((name) => [name.toLowerCase(), name]))
/** A page reads names in any case, so they are looked up in any and written in the right one. */
const drawnProperties = named(properties)
const drawnAttributes = named(`${properties} ${geometry}`)

/** Functions that a value may have: colours and movements; what they draw stands in the value itself. */
const functions = new Set(
  'rgb rgba hsl hsla matrix translate translatex translatey scale scalex scaley rotate skewx skewy'.split(
    ' ',
  ),
)
/** A reference to a part of the drawing itself. */
const ownPart = /url\(\s{0,20}(["']?)#([^\s"'()\\<>]{1,200})\1\s{0,20}\)/gi

/** What ids of a drawing are called in a page, so that none of them is taken for one of the page’s own. */
export const idInPage = (id: string): string | undefined =>
  /^[^\s"'()\\<>&]{1,200}$/.test(id) ? `file-${id}` : undefined

/** A value with its references as they are in a page; undefined where it loads, runs or leads out of the drawing. */
function soundValue(value: string): string | undefined {
  const parts: string[] = []
  const rest = value.replace(ownPart, (_, __, id: string) => {
    parts.push(`url(#file-${id})`)
    return '\0'
  })
  const called = [...rest.matchAll(/([\w-]{0,30})\s{0,5}\(/g)].map(([, name]) => name!.toLowerCase())
  if (/[\\@<]|\/\*|javascript:/i.test(rest) || called.some((name) => !functions.has(name))) return undefined
  return rest.replace(/\0/g, () => parts.shift() ?? '')
}

/** An attribute that draws, as it is written; undefined for every other one. */
export function drawnAttribute(name: string, value: string): { name: string; value: string } | undefined {
  const known = own(drawnAttributes, name.toLowerCase())
  const sound = known && soundValue(value)
  return sound === undefined ? undefined : { name: known!, value: sound }
}

/** The declarations of a style that draw. */
export const drawnStyle = (text: string): string =>
  text
    .split(';')
    .flatMap((declaration) => {
      const [name = '', ...value] = declaration.split(':')
      const known = own(drawnProperties, name.trim().toLowerCase())
      const sound = known && soundValue(value.join(':').trim())
      return sound ? [`${known}:${sound}`] : []
    })
    .join(';')

/** So much of a picture is looked at to know its size. */
const mostHead = 1 << 18

/** How many pixels a picture has that stands in the drawing itself; undefined where it is none, or too large a one. */
export function pixelsOf(address: string): number | undefined {
  const [, data] = /^data:image\/(?:png|jpe?g|gif|webp);base64,([\w+/=\s]*)$/.exec(address) ?? []
  if (!data) return undefined
  const size = pictureSize(beginningOf(data.replace(/\s/g, '')))
  const pixels = size && size.width * size.height
  return pixels !== undefined && pixels <= mostPixels ? pixels : undefined
}

function beginningOf(base64: string): Uint8Array {
  const whole = base64.slice(0, mostHead).replace(/=.*$/, '')
  try {
    return Uint8Array.from(atob(whole.slice(0, whole.length & ~3)), (letter) => letter.charCodeAt(0))
  } catch {
    return new Uint8Array()
  }
}
