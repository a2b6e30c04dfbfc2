import { type Drawing, type DrawingEntity, numberAt, numbersAt, textAt } from './entities'

/** How something looks. */
export interface Style {
  /** A colour of CSS; the ink of the sheet where a drawing says black or white. */
  colour: string
  /** In millimetres of paper. */
  weight: number
  /** Lengths of dashes and gaps in units of the drawing; none for a line without. */
  dashes: readonly number[]
}

export const ink = 'currentColor'
const usualWeight = 0.25
const [byBlock, byLayer] = [0, 256]

/** The first colours of the index of the DXF reference; 7 is the ink. */
const named = [
  '',
  '#e00000',
  '#b8a000',
  '#00a040',
  '#00a0b0',
  '#0040e0',
  '#c000c0',
  ink,
  '#808080',
  '#b0b0b0',
]

/** A colour of the index: from 10 on, 24 hues of ten shades each, then greys. */
export function indexed(index: number): string {
  if (index < 10) return named[index] || ink
  if (index >= 250) return `hsl(0 0% ${20 + (index - 250) * 12}%)`
  const [hue, shade] = [Math.floor((index - 10) / 10) * 15, (index - 10) % 10]
  const light = [50, 75, 40, 60, 32, 48, 25, 38, 17, 27][shade]!
  return `hsl(${hue} 100% ${light}%)`
}

/** Layers, and how what stands on them looks where it does not say so itself. */
export class Styles {
  constructor(private readonly drawing: Drawing) {}

  private layer = (entity: DrawingEntity): DrawingEntity | undefined =>
    this.drawing.tables.get(`LAYER ${(textAt(entity, 8) ?? '0').toLowerCase()}`)

  /** Whether a layer is switched off or frozen, or something says that it is not to be seen. */
  isHidden(entity: DrawingEntity): boolean {
    const layer = this.layer(entity)
    const isOff = layer !== undefined && (numberAt(layer, 62, 7) < 0 || (numberAt(layer, 70) & 1) > 0)
    return isOff || numberAt(entity, 60) === 1
  }

  of(entity: DrawingEntity, block: Style): Style {
    const layer = this.layer(entity)
    return {
      colour: this.colour(entity, layer, block),
      weight: this.weight(entity, layer, block),
      dashes: this.dashes(entity, layer, block),
    }
  }

  private colour(entity: DrawingEntity, layer: DrawingEntity | undefined, block: Style): string {
    const own = numberAt(entity, 62, byLayer)
    if (own === byBlock) return block.colour
    const from = own === byLayer ? layer : entity
    const exact = from && textAt(from, 420)
    if (exact) return `#${(Number(exact) & 0xffffff).toString(16).padStart(6, '0')}`
    return from ? indexed(Math.abs(numberAt(from, 62, 7))) : ink
  }

  private weight(entity: DrawingEntity, layer: DrawingEntity | undefined, block: Style): number {
    const own = numberAt(entity, 370, -1)
    if (own === -2) return block.weight
    const weight = own === -1 && layer ? numberAt(layer, 370, -3) : own
    return weight < 0 ? usualWeight : Math.max(weight / 100, 0.05)
  }

  private dashes(entity: DrawingEntity, layer: DrawingEntity | undefined, block: Style): readonly number[] {
    const own = (textAt(entity, 6) ?? 'bylayer').trim().toLowerCase()
    if (own === 'byblock') return block.dashes
    const name = own === 'bylayer' ? layer && textAt(layer, 6)?.trim().toLowerCase() : own
    const type = name ? this.drawing.tables.get(`LTYPE ${name}`) : undefined
    const scale =
      numberAt(entity, 48, 1) * (Number.parseFloat(this.drawing.variables.get('$LTSCALE') ?? '1') || 1)
    // A dot has no length, and a gap is below nothing.
    return type ? numbersAt(type, 49).map((length) => (Math.abs(length) || 0.1) * scale) : []
  }
}
