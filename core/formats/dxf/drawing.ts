import { latin1 } from '../characters'
import type { Source } from '../source'
import { type ScanEnd, scanGroups } from './groups'
import { type TextCoding, textCoding } from './text'

/** A value and where it stands in the file. */
export interface Value {
  text: string
  from: number
  to: number
}

/** An entity with those of its groups that are read, each code with its values in their order. */
export interface Entity {
  type: string
  groups: Map<number, Value[]>
  /** Text of an attribute of several lines, which stands in the entity a second time. */
  embedded: Map<number, Value[]>
}

/** What is read of each type of entity. */
const kept: Record<string, readonly number[]> = {
  BLOCK: [1, 2, 70],
  ENDBLK: [],
  INSERT: [2, 10, 20],
  ATTRIB: [1, 2, 10, 20],
  ATTDEF: [1, 2, 70],
  TEXT: [1, 10, 20, 11, 21, 40, 72],
  MTEXT: [1, 3, 10, 20, 40],
  IMAGEDEF: [1],
  PDFDEFINITION: [1],
  DWFDEFINITION: [1],
  DGNDEFINITION: [1],
}
export const references = ['IMAGEDEF', 'PDFDEFINITION', 'DWFDEFINITION', 'DGNDEFINITION']

export const textOf = ({ groups }: Entity, code: number): string => groups.get(code)?.[0]?.text ?? ''
export const numberOf = ({ groups }: Entity, code: number): number =>
  Number.parseFloat(groups.get(code)?.[0]?.text ?? '') || 0

/** A variable of the header: its values in their order, with where they stand. */
export interface Variable extends Value {
  name: string
}

/** What a drawing says before its entities. */
export interface Header {
  variables: Variable[]
  coding: TextCoding
  version: string
  /** Where a variable can be added: before the end of the section; 0 in a drawing without one. */
  end: number
  lineEnd: string
}

/** Is told the entities that are read, each with the section that it stands in. */
export type EntityVisitor = (entity: Entity, section: string) => void

/**
 * Reads the header and the entities of a drawing that can hold places, references and text, as they come.
 * Follows the DXF reference for R12 to 2018.
 */
export function scanDrawing(source: Source, visit: EntityVisitor): { header: Header; end: ScanEnd } {
  const scan = new Scan(visit, source.read(0, 4096).includes(13) ? '\r\n' : '\n')
  const end = scanGroups(source, (code, bytes, from, to, at) => scan.take(code, bytes, from, to, at))
  scan.finish()
  return { header: scan.header, end }
}

class Scan {
  readonly header: Header
  private section = ''
  private entity: Entity | undefined
  private kept: readonly number[] | undefined
  private isSection = false
  private variable = ''
  private target: Map<number, Value[]> | undefined

  constructor(
    private readonly visit: EntityVisitor,
    lineEnd: string,
  ) {
    this.header = { variables: [], coding: textCoding('', ''), version: '', end: 0, lineEnd }
  }

  take(code: number, bytes: Uint8Array, from: number, to: number, base: number): boolean {
    if (code === 0) return this.begin(nameAt(bytes, from, to), bytes, from, base)
    if (this.isSection && code === 2) {
      this.section = latin1(bytes, from, to).trim()
      this.isSection = false
    } else if (this.section === 'HEADER') {
      if (code === 9) this.variable = variableAt(bytes, from, to)
      else if (this.variable) this.takeVariable(this.value(bytes, from, to, base))
    } else if (this.kept) this.takeGroup(code, bytes, from, to, base)
    return false
  }

  finish(): void {
    if (this.entity) this.visit(this.entity, this.section)
    this.entity = undefined
    this.kept = undefined
  }

  private begin(type: string, bytes: Uint8Array, from: number, base: number): boolean {
    this.finish()
    if (this.section === 'HEADER' && type === 'ENDSEC') this.header.end = base + lineBefore(bytes, from)
    this.isSection = type === 'SECTION'
    if (type === 'ENDSEC' || type === 'SECTION') this.section = ''
    this.kept = Object.hasOwn(kept, type) ? kept[type] : undefined
    if (this.kept) {
      this.entity = { type, groups: new Map(), embedded: new Map() }
      this.target = this.entity.groups
    }
    return type === 'EOF'
  }

  private takeVariable(value: Value): void {
    const { header } = this
    header.variables.push({ name: this.variable, ...value })
    if (!['$ACADVER', '$DWGCODEPAGE'].includes(this.variable)) return
    header.version = variableOf(header, '$ACADVER').trim()
    header.coding = textCoding(header.version, variableOf(header, '$DWGCODEPAGE').trim())
  }

  private takeGroup(code: number, bytes: Uint8Array, from: number, to: number, base: number): void {
    if (code === 101 && this.entity!.type === 'ATTRIB') this.target = this.entity!.embedded
    if (!this.kept!.includes(code) && !(code === 3 && this.target === this.entity!.embedded)) return
    const values = this.target!.get(code)
    if (values) values.push(this.value(bytes, from, to, base))
    else this.target!.set(code, [this.value(bytes, from, to, base)])
  }

  private value(bytes: Uint8Array, from: number, to: number, base: number): Value {
    return { text: this.header.coding.decode(bytes.subarray(from, to)), from: base + from, to: base + to }
  }
}

/** Names that matter, by their first letters; most entities of a drawing have another one. */
const names = [...Object.keys(kept), 'SECTION', 'ENDSEC', 'EOF']
const initials = new Set(names.map((name) => name.charCodeAt(0) * 256 + name.charCodeAt(1)))

/** The name of an entity, or nothing where it is none that matters. */
function nameAt(bytes: Uint8Array, from: number, to: number): string {
  const initial = bytes[from]! * 256 + bytes[from + 1]!
  return bytes[from]! <= 32 || initials.has(initial) ? latin1(bytes, from, to).trim() : ''
}

/** Variables of the header that are read, by the letters behind their `$`. */
const variables = new Set(
  ['AC', 'HA', 'DW', 'TI', 'SU', 'AU', 'KE', 'CO', 'LA', 'TD', 'CU'].map(
    (two) => two.charCodeAt(0) * 256 + two.charCodeAt(1),
  ),
)

/** The name of a variable, or nothing where it is none that may matter. */
const variableAt = (bytes: Uint8Array, from: number, to: number): string =>
  variables.has(bytes[from + 1]! * 256 + bytes[from + 2]!) || bytes[from]! <= 32
    ? latin1(bytes, from, to).trim()
    : ''

/** The beginning of the line before the one that begins at an offset. */
function lineBefore(bytes: Uint8Array, from: number): number {
  let at = from - 2
  while (at >= 0 && bytes[at] !== 10 && !(bytes[at] === 13 && bytes[at + 1] !== 10)) at--
  return at + 1
}

export const variableOf = ({ variables }: Header, name: string): string =>
  variables.find((variable) => variable.name === name)?.text ?? ''
