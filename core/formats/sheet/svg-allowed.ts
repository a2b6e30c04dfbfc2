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
/** An HTML page ignores the case of names, so the look-up does too; the output uses the case of the standard. */
const drawnProperties = named(properties)
const drawnAttributes = named(`${properties} ${geometry}`)

/** The functions that a value may call. None of them loads anything. */
const functions = new Set(
  'rgb rgba hsl hsla matrix translate translatex translatey scale scalex scaley rotate skewx skewy'.split(
    ' ',
  ),
)
/** A reference to a part of the drawing itself. */
const ownPart = /url\(\s{0,20}(["']?)#([^\s"'()\\<>]{1,200})\1\s{0,20}\)/gi

/** Prefixes an id of a drawing, so that it cannot clash with an id of the page. */
export const idInPage = (id: string): string | undefined =>
  /^[^\s"'()\\<>&]{1,200}$/.test(id) ? `file-${id}` : undefined

/** A value with its references renamed; undefined if it could load or run something. */
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

/** A drawing attribute as it is written out; undefined for any other attribute. */
export function drawnAttribute(name: string, value: string): { name: string; value: string } | undefined {
  const known = own(drawnAttributes, name.toLowerCase())
  const sound = known && soundValue(value)
  return sound === undefined ? undefined : { name: known!, value: sound }
}

/** Keeps the drawing properties of a style and drops the others. */
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

/** The characters of base64 that are decoded to find the size of a picture. */
const mostHead = 1 << 18

/** The number of pixels of an embedded picture; undefined if it is none, or too large. */
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
