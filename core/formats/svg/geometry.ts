import { around, type Box } from '../blocks/free-place'
import type { PlacedText } from '../history'
import { identity, mapped, type Matrix, moved, scaled, times, turned } from '../sheet/matrix'
import { attributeOf, type XmlDocument, type XmlElement } from '../xml'
import { pointsOfPath } from './path'

type Point = readonly [x: number, y: number]

/** What is drawn in an SVG drawing, as rectangles in the space of its root, with y upwards. */
export interface SvgGeometry {
  boxes: Box[]
  /** Its texts, with y as the drawing counts it, in the order of the document. */
  texts: PlacedText[]
}

/** How many rectangles are kept. */
const most = 50_000
/** How wide a letter is, and how far it goes under its line, in heights of its text. */
const letter = { width: 0.6, under: 0.25 }

/** The texts of a drawing. */
export const textsOf = (document: XmlDocument): PlacedText[] => walked(document, undefined, () => false).texts

/** The rectangles of what is drawn but for what stands in some elements; `page` is what can be seen. */
export const geometryOf = (
  document: XmlDocument,
  page: Box,
  left: (element: XmlElement) => boolean,
): SvgGeometry => walked(document, page, left)

/** Goes through the elements of a drawing; shapes are measured where there is a page to hold them against. */
function walked(
  { root }: XmlDocument,
  page: Box | undefined,
  left: (element: XmlElement) => boolean,
): SvgGeometry {
  const geometry: SvgGeometry = { boxes: [], texts: [] }
  const open: { element: XmlElement; matrix: Matrix }[] = [{ element: root, matrix: identity }]
  while (open.length && geometry.boxes.length < most) {
    const { element, matrix } = open.pop()!
    if (hidden.has(element.local) || left(element)) continue
    const own = times(matrix, matrixOf(attributeOf(element, 'transform')?.value ?? ''))
    if (element.local === 'text') {
      takeText(element, own, geometry)
      continue
    }
    if (page) for (const box of shapeBoxes(element, own, page)) geometry.boxes.push(box)
    for (const child of element.children.toReversed()) open.push({ element: child, matrix: own })
  }
  return geometry
}

const hidden = new Set([
  'defs',
  'symbol',
  'clipPath',
  'mask',
  'pattern',
  'marker',
  'metadata',
  'style',
  'title',
])

const number = (element: XmlElement, name: string): number =>
  Number.parseFloat(attributeOf(element, name)?.value ?? '') || 0

const numbers = (text: string): number[] =>
  (text.match(/[-+]?(?:\d+\.?\d*|\.\d+)(?:e[-+]?\d+)?/gi) ?? []).map(Number)

const pairs = (values: readonly number[]): Point[] =>
  Array.from({ length: values.length >> 1 }, (_, index) => [values[index * 2]!, values[index * 2 + 1]!])

/** The corners of each kind of shape, one list for each line of it. */
const shapes: Record<string, (element: XmlElement) => Point[][]> = {
  rect: (one) => [rectangle(number(one, 'x'), number(one, 'y'), number(one, 'width'), number(one, 'height'))],
  image: (one) => [
    rectangle(number(one, 'x'), number(one, 'y'), number(one, 'width'), number(one, 'height')),
  ],
  circle: (one) => [aroundCentre(one, number(one, 'r'), number(one, 'r'))],
  ellipse: (one) => [aroundCentre(one, number(one, 'rx'), number(one, 'ry'))],
  line: (one) => [
    [
      [number(one, 'x1'), number(one, 'y1')],
      [number(one, 'x2'), number(one, 'y2')],
    ],
  ],
  polyline: (one) => [pairs(numbers(attributeOf(one, 'points')?.value ?? ''))],
  polygon: (one) => [pairs(numbers(attributeOf(one, 'points')?.value ?? ''))],
  path: (one) => pointsOfPath(attributeOf(one, 'd')?.value ?? ''),
}

const rectangle = (x: number, y: number, width: number, height: number): Point[] => [
  ...[[x, y] as const, [x + width, y] as const, [x + width, y + height] as const],
  ...[[x, y + height] as const, [x, y] as const],
]

const aroundCentre = (one: XmlElement, rx: number, ry: number): Point[] => {
  const [x, y] = [number(one, 'cx'), number(one, 'cy')]
  return rectangle(x - rx, y - ry, 2 * rx, 2 * ry)
}

/** What is filled takes its whole rectangle, what is not those of its lines: a frame leaves its inside free. */
function shapeBoxes(element: XmlElement, matrix: Matrix, page: Box): Box[] {
  const lines = Object.hasOwn(shapes, element.local) ? shapes[element.local]!(element) : []
  return lines.flatMap((points) => {
    const placed = points.map(([x, y]) => {
      const at = mapped(matrix, { x, y })
      return { left: at.x, right: at.x, bottom: -at.y, top: -at.y }
    })
    const whole = around(placed)
    if (!whole) return []
    if (isFilled(element) && !covers(whole, page)) return [whole]
    return placed.slice(1).map((to, index) => around([placed[index]!, to])!)
  })
}

/** A ground that is painted on the whole page is paper. */
function covers(box: Box, page: Box): boolean {
  const [width, height] = [box.right - box.left, box.top - box.bottom]
  return width > 0.9 * (page.right - page.left) && height > 0.9 * (page.top - page.bottom)
}

function isFilled(element: XmlElement): boolean {
  if (element.local === 'line') return false
  if (element.local === 'image') return true
  for (let one: XmlElement | undefined = element; one; one = one.parent) {
    const style = /(?:^|;)\s*fill\s*:\s*([^;]+)/.exec(attributeOf(one, 'style')?.value ?? '')?.[1]
    const fill = style ?? attributeOf(one, 'fill')?.value
    if (fill) return fill.trim() !== 'none'
    // What a style sheet says of it is not looked up: its lines count.
    if (attributeOf(one, 'class')) return false
  }
  return true
}

/** A part of a text that begins at a place of its own. */
interface Run {
  element: XmlElement
  text: string
  x: number
  y: number
}

/** The parts of a text: one for each `tspan` that says where it stands (SVG 2, 11.2.2). */
function runsOf(text: XmlElement): Run[] {
  const runs: Run[] = [{ element: text, text: '', x: number(text, 'x'), y: number(text, 'y') }]
  const walk = (element: XmlElement) => {
    for (const part of element.parts) {
      if (typeof part === 'string') runs.at(-1)!.text += part
      else {
        const [x, y] = [attributeOf(part, 'x'), attributeOf(part, 'y')]
        const last = runs.at(-1)!
        if (x || y)
          runs.push({
            element: part,
            text: '',
            x: x ? number(part, 'x') : last.x,
            y: y ? number(part, 'y') : last.y,
          })
        walk(part)
      }
    }
  }
  walk(text)
  return runs.map((run) => ({ ...run, text: run.text.replace(/\s+/g, ' ').trim() })).filter((run) => run.text)
}

function takeText(element: XmlElement, matrix: Matrix, { boxes, texts }: SvgGeometry): void {
  for (const run of runsOf(element)) {
    const size = Number.parseFloat(inherited(run.element, 'font-size') ?? '') || 16
    const anchor = inherited(run.element, 'text-anchor')
    const width = run.text.length * letter.width * size
    const from = run.x - (anchor === 'middle' ? width / 2 : anchor === 'end' ? width : 0)
    const high = size * (1 + letter.under)
    const corners = rectangle(from, run.y + size * letter.under - high, width, high)
    const placed = corners.map(([x, y]) => mapped(matrix, { x, y }))
    boxes.push(around(placed.map(({ x, y }) => ({ left: x, right: x, bottom: -y, top: -y })))!)
    const { x, y } = mapped(matrix, { x: from, y: run.y })
    texts.push({ text: run.text, x, y, height: size * Math.hypot(matrix[2], matrix[3]) })
  }
}

/** A property as an attribute or in a style, of an element or of those around it. */
function inherited(element: XmlElement, name: string): string | undefined {
  for (let one: XmlElement | undefined = element; one; one = one.parent) {
    const style = new RegExp(`(?:^|;)\\s*${name}\\s*:\\s*([^;]+)`).exec(
      attributeOf(one, 'style')?.value ?? '',
    )
    const value = style?.[1] ?? attributeOf(one, name)?.value
    if (value) return value.trim()
  }
  return undefined
}

/** The functions of a `transform` (SVG 2, 8.5); one that is not known does nothing. */
const transforms: Record<string, (values: number[]) => Matrix> = {
  matrix: (values) => (values.length === 6 ? (values as unknown as Matrix) : identity),
  translate: ([x = 0, y = 0]) => moved(x, y),
  scale: ([x = 1, y = x]) => scaled(x, y),
  rotate: ([angle = 0, x = 0, y = 0]) => times(times(moved(x, y), turned(angle)), moved(-x, -y)),
  skewX: ([angle = 0]) => [1, 0, Math.tan((angle * Math.PI) / 180), 1, 0, 0],
  skewY: ([angle = 0]) => [1, Math.tan((angle * Math.PI) / 180), 0, 1, 0, 0],
}

const matrixOf = (text: string): Matrix =>
  [...text.matchAll(/(\w+)\s*\(([^)]*)\)/g)].reduce<Matrix>((matrix, [, name, values]) => {
    const transform = Object.hasOwn(transforms, name!) ? transforms[name!]! : undefined
    return transform ? times(matrix, transform(numbers(values!))) : matrix
  }, identity)
