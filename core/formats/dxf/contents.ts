import type { FileProblem } from '../file-format'
import type { Source } from '../source'
import { type Entity, type Header, numberOf, references, scanDrawing, textOf, type Value } from './drawing'
import { plainParagraphs, plainText } from './text'

/** A title-block attribute: where its value stands, once, or twice where it has several lines. */
export interface Attribute {
  tag: string
  value: string
  values: Value[]
  x: number
  y: number
  writable: boolean
}

/** A block as it is inserted somewhere, with the attributes that came with it. */
export interface Insert {
  block: string
  x: number
  y: number
  attributes: Attribute[]
}

/** A text on a sheet. */
export interface SheetText {
  text: string
  x: number
  y: number
  height: number
}

/** What stands on a sheet or in a block. */
export interface Container {
  name: string
  inserts: Insert[]
  /** Names of the blocks that it inserts, also those without attributes. */
  uses: Set<string>
  texts: SheetText[]
  /** Values that a block has wherever it is inserted. */
  constants: Attribute[]
}

export interface DrawingContents {
  header: Header
  /** What can be seen: the sheets, and the blocks that are inserted in them. */
  containers: Container[]
  references: string[]
  problems: FileProblem[]
}

/** How many attributes and texts of a drawing are read. */
const most = { attributes: 100_000, texts: 50_000 }

/** Reads what a drawing holds, in memory that is bounded. */
export function readDrawing(source: Source): DrawingContents {
  const gather = new Gather()
  const { header, end } = scanDrawing(source, (entity, section) => gather.take(entity, section))
  const problems = gather.problems()
  if (end.how === 'ended')
    problems.push({ code: 'cut-off', message: 'the drawing ends before its EOF: it may be cut off' })
  if ('line' in end)
    problems.push({
      code: 'damaged',
      message: `line ${end.line} is no group code; the drawing is read until there`,
    })
  return { header, containers: gather.seen(), references: [...gather.references], problems }
}

class Gather {
  readonly references = new Set<string>()
  private readonly blocks = new Map<string, Container>()
  private readonly sheet = container('')
  private current = this.sheet
  private insert: Insert | undefined
  private attributes = 0
  private texts = 0

  take(entity: Entity, section: string): void {
    const { type } = entity
    if (references.includes(type)) this.refer(textOf(entity, 1))
    else if (type === 'BLOCK') this.beginBlock(entity)
    else if (type === 'ENDBLK') this.current = this.sheet
    else if (section === 'ENTITIES' || section === 'BLOCKS' || section === '') this.takeEntity(entity)
  }

  private takeEntity(entity: Entity): void {
    if (entity.type === 'INSERT') this.takeInsert(entity)
    else if (entity.type === 'ATTRIB') this.takeAttribute(entity)
    else if (entity.type === 'ATTDEF') this.takeConstant(entity)
    else this.takeText(entity)
  }

  private refer(target: string): void {
    if (target.trim()) this.references.add(target.trim())
  }

  private beginBlock(entity: Entity): void {
    const name = textOf(entity, 2)
    this.current = container(name)
    this.blocks.set(name.toLowerCase(), this.current)
    if ((numberOf(entity, 70) & 12) > 0) this.refer(textOf(entity, 1))
  }

  private takeInsert(entity: Entity): void {
    const block = textOf(entity, 2)
    this.current.uses.add(block.toLowerCase())
    this.insert = { block, x: numberOf(entity, 10), y: numberOf(entity, 20), attributes: [] }
  }

  private takeAttribute(entity: Entity): void {
    const [value] = entity.groups.get(1) ?? []
    if (!value || ++this.attributes > most.attributes) return
    const values = [value, ...(entity.embedded.get(3) ?? []), ...(entity.embedded.get(1) ?? [])]
    const at = { x: numberOf(entity, 10), y: numberOf(entity, 20) }
    const insert = (this.insert ??= { block: '', ...at, attributes: [] })
    if (!insert.attributes.length) this.current.inserts.push(insert)
    insert.attributes.push({ tag: textOf(entity, 2), value: value.text, values, ...at, writable: true })
  }

  private takeConstant(entity: Entity): void {
    if (!(numberOf(entity, 70) & 2)) return
    const value = textOf(entity, 1)
    this.current.constants.push({ tag: textOf(entity, 2), value, values: [], x: 0, y: 0, writable: false })
  }

  private takeText(entity: Entity): void {
    if (++this.texts > most.texts) return
    const height = numberOf(entity, 40)
    const raw = [...(entity.groups.get(3) ?? []), ...(entity.groups.get(1) ?? [])]
      .map(({ text }) => text)
      .join('')
    const text = (entity.type === 'MTEXT' ? plainParagraphs(raw) : plainText(raw)).trim()
    const isAligned = entity.type === 'TEXT' && numberOf(entity, 72) > 0 && entity.groups.has(11)
    const [x, y] = isAligned ? [11, 21] : [10, 20]
    this.current.texts.push({ text, x: numberOf(entity, x), y: numberOf(entity, y), height })
  }

  /** The sheets, and what is inserted in them, in blocks within blocks too. */
  seen(): Container[] {
    const sheets = [...this.blocks.values()].filter(({ name }) => /^[*$](model|paper)_space/i.test(name))
    const seen = new Set<Container>([this.sheet, ...sheets])
    for (const one of seen)
      for (const name of one.uses) {
        const block = this.blocks.get(name)
        if (block) seen.add(block)
      }
    return [...seen]
  }

  problems(): FileProblem[] {
    const problems: FileProblem[] = []
    const told = (word: string, limit: number) => ({
      code: 'too-much' as const,
      message: `the drawing has more than ${limit} ${word}; the others are not read`,
    })
    if (this.attributes > most.attributes) problems.push(told('title-block attributes', most.attributes))
    if (this.texts > most.texts) problems.push(told('texts', most.texts))
    const circle = this.circle()
    if (circle)
      problems.push({ code: 'damaged', message: `the block ${circle} contains itself: it is drawn once` })
    return problems
  }

  /** The name of a block that is inserted in itself, directly or through others. */
  private circle(): string | undefined {
    const done = new Set<string>()
    for (const [first] of this.blocks) {
      const way = [{ name: first, left: this.uses(first) }]
      const onIt = new Set([first])
      while (way.length) {
        const { name, left } = way[way.length - 1]!
        const { value: next } = left.next()
        if (next === undefined) {
          done.add(name)
          onIt.delete(name)
          way.pop()
        } else if (onIt.has(next)) return next
        else if (!done.has(next)) {
          way.push({ name: next, left: this.uses(next) })
          onIt.add(next)
        }
      }
    }
    return undefined
  }

  private uses(name: string): Iterator<string> {
    return [...(this.blocks.get(name)?.uses ?? [])].values()
  }
}

const container = (name: string): Container => ({
  ...{ name, inserts: [], uses: new Set<string>(), texts: [], constants: [] },
})
