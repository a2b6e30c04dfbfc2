import type { Budget } from '../budget'
import { escaped } from '../xml'
import { arc, type Curve } from './curves'
import type { Pieces, Sheet } from './drawn'
import { type Drawing, type DrawingEntity, numberAt, textAt } from './entities'
import { growth, identity, mapped, type Matrix, moved, scaled, times, turned } from './matrix'
import { round } from './round'
import { svgArc } from './svg-arc'
import { drawers, fromBehind, polyline, type Shape } from './shapes'
import { groupsInStep, sheetBudget, stepsOf } from './steps'
import { ink, type Style, Styles } from './style'

/** Lines are as thick as on a sheet of this many millimetres (A3), whatever a drawing counts in. */
const paperWidth = 420
/** How deep blocks stand in one another; those that contain themselves are drawn to there. */
const deepest = 16
export const plain: Style = { colour: ink, weight: 0.25, dashes: [] }

/** Draws entities, and knows what was drawn. */
export class Pen {
  private readonly parts: string[] = []
  private readonly windows: ((millimetre: number) => string)[] = []
  private readonly lines = new Map<string, { style: Style; dashes: string; paths: string[] }>()
  private readonly patterns = new Map<string, { id: string; markup: string }>()
  private readonly left = new Map<string, number>()
  private readonly styles: Styles
  private box = { left: Infinity, top: -Infinity, right: -Infinity, bottom: Infinity }
  private model: DrawingEntity[] | undefined

  constructor(
    private readonly drawing: Drawing,
    private readonly budget: Budget = sheetBudget(),
  ) {
    this.styles = new Styles(drawing)
  }

  draw(entities: readonly DrawingEntity[], matrix: Matrix, block: Style, depth: number): void {
    for (let index = 0; index < entities.length; index++) {
      const entity = entities[index]!
      if (!this.budget.spend(1 + entity.groups.length / groupsInStep)) return
      const { type } = entity
      if (type === 'VERTEX' || type === 'SEQEND' || this.styles.isHidden(entity)) continue
      const isBehind = numberAt(entity, 230, 1) < 0 && fromBehind.includes(type)
      const map = isBehind ? times(matrix, scaled(-1, 1)) : matrix
      const style = this.styles.of(entity, block)
      if (type === 'INSERT' || type === 'DIMENSION') this.insert(entity, map, style, depth)
      else if (type === 'POLYLINE') {
        let end = index + 1
        while (entities[end]?.type === 'VERTEX') end++
        this.put(polyline(entity, entities.slice(index + 1, end)), map, style)
      } else if (Object.hasOwn(drawers, type)) this.put(drawers[type]!(entity), map, style)
      else if (type !== 'ATTDEF' && type !== 'VIEWPORT') this.left.set(type, (this.left.get(type) ?? 0) + 1)
    }
  }

  /** A block where it is put: moved, scaled and turned, as often as its rows and columns say. */
  private insert(entity: DrawingEntity, matrix: Matrix, style: Style, depth: number): void {
    const block = this.drawing.blocks.get((textAt(entity, 2) ?? '').toLowerCase())
    if (!block || depth >= deepest) return
    const isDimension = entity.type === 'DIMENSION'
    const [x, y] = isDimension ? [0, 0] : [numberAt(entity, 10), numberAt(entity, 20)]
    const scale = isDimension ? identity : scaled(numberAt(entity, 41, 1) || 1, numberAt(entity, 42, 1) || 1)
    const turn = isDimension ? identity : turned(numberAt(entity, 50))
    const [columns, rows] = isDimension
      ? [1, 1]
      : [numberAt(entity, 70, 1) || 1, numberAt(entity, 71, 1) || 1]
    const base = times(times(moved(x, y), turn), times(scale, moved(-block.x, -block.y)))
    for (let row = 0; row < Math.min(rows, 100); row++)
      for (let column = 0; column < Math.min(columns, 100); column++) {
        const step = times(turn, moved(column * numberAt(entity, 44), row * numberAt(entity, 45)))
        this.draw(block.entities, times(matrix, times(moved(step[4], step[5]), base)), style, depth + 1)
        if (!this.budget.spend()) return
      }
  }

  /** The model as it is seen through a window of the paper. */
  drawWindow(window: DrawingEntity): void {
    const [width, height, seen] = [numberAt(window, 40), numberAt(window, 41), numberAt(window, 45)]
    // The first window is the paper itself.
    if (numberAt(window, 69, 2) === 1 || !(width > 0 && height > 0 && seen > 0)) return
    const scale = height / seen
    const centre = { x: numberAt(window, 10), y: numberAt(window, 20) }
    const target = moved(-numberAt(window, 12), -numberAt(window, 22))
    if (!this.budget.spend()) return
    const inner = new Pen(this.drawing, this.budget)
    this.model ??= this.drawing.entities.filter((entity) => numberAt(entity, 67) !== 1)
    inner.draw(this.model, times(times(moved(centre.x, centre.y), scaled(scale, scale)), target), plain, 0)
    const clip = `window-${this.windows.length}`
    const [left, top] = [centre.x - width / 2, centre.y + height / 2]
    const frame = `<rect x="${round(left)}" y="${round(-top)}" width="${round(width)}" height="${round(height)}"/>`
    this.windows.push(
      (millimetre) =>
        `<clipPath id="${clip}">${frame}</clipPath><g clip-path="url(#${clip})">${inner.content(millimetre)}</g>`,
    )
    this.grow({ x: left, y: top })
    this.grow({ x: left + width, y: top - height })
  }

  private put(shapes: readonly Shape[], matrix: Matrix, style: Style): void {
    for (const shape of shapes) {
      if (!this.budget.spend(stepsOf(shape))) return
      if (shape.kind === 'line') this.stroke(this.path(shape.points, matrix), matrix, style)
      else if (shape.kind === 'curve') this.stroke(this.curve(shape, matrix), matrix, style)
      else if (shape.kind === 'area') this.area(shape, matrix, style)
      else this.words(shape, matrix, style)
    }
  }

  private grow({ x, y }: { x: number; y: number }): void {
    const { box } = this
    if (x < box.left) box.left = x
    if (x > box.right) box.right = x
    if (y < box.bottom) box.bottom = y
    if (y > box.top) box.top = y
  }

  /** A chain of points as SVG has it. Most of a drawing is points: nothing is made for each of them but its text. */
  private path(points: readonly { x: number; y: number }[], matrix: Matrix): string {
    const [a, b, c, d, e, f] = matrix
    const { box } = this
    let path = ''
    for (let index = 0; index < points.length; index++) {
      const point = points[index]!
      const x = a * point.x + c * point.y + e
      const y = b * point.x + d * point.y + f
      if (x < box.left) box.left = x
      if (x > box.right) box.right = x
      if (y < box.bottom) box.bottom = y
      if (y > box.top) box.top = y
      path += (index ? 'L' : 'M') + round(x) + ' ' + round(-y)
    }
    return path
  }

  /** An arc as SVG has it; a flat one as a line through points. */
  private curve(shape: Curve, matrix: Matrix): string {
    const drawn = svgArc(shape, matrix)
    if (!drawn) return this.path(arc(shape.centre, shape.across, shape.up, shape.from, shape.to), matrix)
    const { path, at, sweep } = drawn
    // Near enough to know what has to be seen: a margin is left around it.
    for (let step = 0; step <= 12; step++) this.grow(at(shape.from + (sweep * step) / 12))
    return path
  }

  /** Lines of one look are one path. */
  private stroke(path: string, matrix: Matrix, style: Style): void {
    const dashes = style.dashes.map((length) => round(length * growth(matrix))).join(' ')
    const look = `${style.colour} ${style.weight} ${dashes}`
    const known = this.lines.get(look)
    if (known) known.paths.push(path)
    else this.lines.set(look, { style, dashes, paths: [path] })
  }

  private area(shape: Extract<Shape, { kind: 'area' }>, matrix: Matrix, { colour }: Style): void {
    const path = shape.rings.map((ring) => `${this.path(ring, matrix)}Z`).join('')
    const fill = shape.pattern ? this.pattern(shape.pattern, matrix, colour) : colour
    this.parts.push(`<path d="${path}" fill="${fill}" fill-rule="evenodd"/>`)
  }

  private pattern(
    { angle, distance }: { angle: number; distance: number },
    matrix: Matrix,
    colour: string,
  ): string {
    const far = Math.max(distance * growth(matrix), 1e-6)
    const key = `${round(far)} ${round(angle)} ${colour}`
    const known = this.patterns.get(key)
    if (known) return `url(#${known.id})`
    const id = `hatch-${this.patterns.size + 1}`
    const size = `width="${round(far)}" height="${round(far)}" patternTransform="rotate(${round(-angle)})"`
    const stroke = `<path d="M0 0H${round(far)}" stroke="${colour}" stroke-width="${round(far / 12)}"/>`
    const markup = `<pattern id="${id}" patternUnits="userSpaceOnUse" ${size}>${stroke}</pattern>`
    this.patterns.set(key, { id, markup })
    return `url(#${id})`
  }

  private words(shape: Extract<Shape, { kind: 'words' }>, matrix: Matrix, { colour }: Style): void {
    const { lines, height, anchor, turn, width, place: bound } = shape
    const at = mapped(matrix, shape.at)
    const along = mapped(matrix, {
      x: shape.at.x + Math.cos((turn * Math.PI) / 180),
      y: shape.at.y + Math.sin((turn * Math.PI) / 180),
    })
    const angle = (Math.atan2(along.y - at.y, along.x - at.x) * 180) / Math.PI
    const size = height * growth(matrix)
    const pitch = size * 1.6
    const first = size * (1 - anchor.down) - (lines.length - 1) * pitch * anchor.down
    // Letters are as high as the drawing says; a font’s size is that of its line.
    const font = `font-size="${round(size * 1.38)}" text-anchor="${['start', 'middle', 'end'][anchor.across * 2]}"`
    const place = `translate(${round(at.x)} ${round(-at.y)}) rotate(${round(-angle)})${width === 1 ? '' : ` scale(${round(width)} 1)`}`
    const rows = lines.map(
      (text, index) => `<tspan x="0" y="${round(first + index * pitch)}">${escaped(text)}</tspan>`,
    )
    const named = bound === undefined ? '' : ` data-place="${escaped(bound)}"`
    const isEmpty = lines.every((line) => !line.trim())
    this.parts.push(
      isEmpty
        ? `<rect transform="${place}"${named} y="${round(first - size)}" ${emptyField(size)}/>`
        : `<text transform="${place}"${named} ${font} fill="${colour}">${rows.join('')}</text>`,
    )
    const far = size * Math.max(...lines.map(({ length }) => length))
    const tall = pitch * lines.length
    for (const share of [anchor.across - 1, anchor.across])
      this.grow({
        x: at.x - share * far * Math.abs(Math.cos((angle * Math.PI) / 180)),
        y: at.y + size * anchor.down,
      })
    this.grow({ x: at.x, y: at.y + tall * anchor.down })
    this.grow({ x: at.x, y: at.y - tall * (1 - anchor.down) })
  }

  /** Everything that was drawn; `millimetre` is how long one of the paper is in units of the drawing. */
  content(millimetre: number): string {
    const lines = [...this.lines.values()].map(({ style: { colour, weight }, dashes, paths }) => {
      const dashed = dashes ? ` stroke-dasharray="${dashes}"` : ''
      const stroke = `stroke="${colour}" stroke-width="${round(weight * millimetre)}"${dashed}`
      return `<path d="${paths.join('')}" fill="none" ${stroke}/>`
    })
    const markup = Array.from(this.patterns.values(), (pattern) => pattern.markup)
    const patterns = markup.length ? [`<defs>${markup.join('')}</defs>`] : []
    return [...patterns, ...lines, ...this.windows.map((window) => window(millimetre)), ...this.parts].join(
      '\n',
    )
  }

  pieces(): Pieces {
    const lines = [...this.lines.values()].flatMap(({ paths }) => paths)
    return { lines, filled: [...this.parts, ...this.windows.map((window) => window(1))], box: this.box }
  }

  /** @param paper how wide the sheet is taken to be, in millimetres: lines are as thick as on such a one */
  sheet(paper = paperWidth): Sheet {
    const isEmpty = this.box.left > this.box.right
    const { left, right, top, bottom } = isEmpty ? { left: 0, right: 1, top: 1, bottom: 0 } : this.box
    const [width, height] = [Math.max(right - left, 1e-3), Math.max(top - bottom, 1e-3)]
    const margin = Math.max(width, height) / 100
    const view = [left - margin, -top - margin, width + 2 * margin, height + 2 * margin].map(round).join(' ')
    const svg = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="${view}" font-family="sans-serif" stroke-linecap="round" stroke-linejoin="round">\n${this.content(Math.max(width, height) / paper)}\n</svg>\n`
    return { svg, width, height, left: this.left, isCut: this.drawing.isCut || this.budget.isSpent }
  }
}

/** Where a field is that nothing stands in: as long as a short word, and not to be seen. */
const emptyField = (size: number): string =>
  `width="${round(size * 6)}" height="${round(size)}" fill="none" stroke="none"`
