import { latin1 } from '../characters'
import { scanGroups } from '../dxf/groups'
import { type TextCoding, textCoding } from '../dxf/text'
import type { Source } from '../source'

/** An entity with all its groups in their order, numbers as numbers. */
export interface DrawingEntity {
  type: string
  groups: (readonly [code: number, value: string])[]
}

/** A block: what it is drawn of, and the point that its inserts put in place. */
export interface DrawingBlock {
  x: number
  y: number
  entities: DrawingEntity[]
}

/** A drawing as it is drawn: everything that has a shape, and what says how it looks. */
export interface Drawing {
  entities: DrawingEntity[]
  blocks: Map<string, DrawingBlock>
  tables: Map<string, DrawingEntity>
  variables: Map<string, string>
  /** More stood in it than is drawn. */
  isCut: boolean
}

export const most = { entities: 200_000, groups: 4_000_000 }

export const textAt = ({ groups }: DrawingEntity, code: number): string | undefined =>
  groups.find(([one]) => one === code)?.[1]
export const numberAt = (entity: DrawingEntity, code: number, otherwise = 0): number => {
  const value = Number.parseFloat(textAt(entity, code) ?? '')
  return Number.isFinite(value) ? value : otherwise
}
export const numbersAt = ({ groups }: DrawingEntity, code: number): number[] =>
  groups.flatMap(([one, value]) => (one === code ? [Number.parseFloat(value) || 0] : []))

/** Points whose coordinates stand in groups of a code and of the one ten above it. */
export function pointsAt(entity: DrawingEntity, code: number): { x: number; y: number }[] {
  const ys = numbersAt(entity, code + 10)
  return numbersAt(entity, code).map((x, index) => ({ x, y: ys[index] ?? 0 }))
}

/** Reads a drawing to be drawn; memory is bounded by how much of it is drawn. */
export function readEntities(source: Source): Drawing {
  const reader = new Reader()
  scanGroups(source, (code, bytes, from, to) => reader.take(code, bytes, from, to))
  reader.finish()
  return reader.drawing
}

class Reader {
  readonly drawing: Drawing = {
    ...{ entities: [], blocks: new Map(), tables: new Map(), variables: new Map(), isCut: false },
  }
  private section = ''
  private variable = ''
  private entity: DrawingEntity | undefined
  private block: DrawingBlock | undefined
  private coding: TextCoding = textCoding('', '')
  private counts = { entities: 0, groups: 0 }

  take(code: number, bytes: Uint8Array, from: number, to: number): boolean {
    if (code === 0) return this.begin(latin1(bytes, from, to).trim())
    if (this.section === 'HEADER')
      this.takeVariable(code, this.coding.decode(bytes.subarray(from, to)).trim())
    else if (this.entity && ++this.counts.groups <= most.groups)
      this.entity.groups.push([code, this.coding.decode(bytes.subarray(from, to))])
    return false
  }

  private takeVariable(code: number, value: string): void {
    const { variables } = this.drawing
    if (code === 9) this.variable = value
    else if (!variables.has(this.variable)) variables.set(this.variable, value)
    if (code !== 9 && /^\$(ACADVER|DWGCODEPAGE)$/.test(this.variable))
      this.coding = textCoding(variables.get('$ACADVER') ?? '', variables.get('$DWGCODEPAGE') ?? '')
  }

  private begin(type: string): boolean {
    this.finish()
    this.entity = { type, groups: [] }
    return type === 'EOF'
  }

  /** Puts the last entity where it belongs. */
  finish(): void {
    const { entity, drawing } = this
    this.entity = undefined
    if (!entity) return
    const { type } = entity
    if (type === 'SECTION') this.section = textAt(entity, 2)?.trim() ?? ''
    else if (type === 'ENDSEC') this.section = ''
    else if (type === 'BLOCK') {
      this.block = { x: numberAt(entity, 10), y: numberAt(entity, 20), entities: [] }
      drawing.blocks.set((textAt(entity, 2) ?? '').toLowerCase(), this.block)
    } else if (type === 'ENDBLK') this.block = undefined
    else if (this.section === 'TABLES')
      drawing.tables.set(`${type} ${(textAt(entity, 2) ?? '').toLowerCase()}`, entity)
    else if (++this.counts.entities > most.entities) drawing.isCut = true
    else if (this.section === 'BLOCKS') this.block?.entities.push(entity)
    else if (this.section === 'ENTITIES') drawing.entities.push(entity)
  }
}
