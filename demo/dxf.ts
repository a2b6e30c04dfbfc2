import type { Chance } from './random'

export interface Drawing {
  number: string
  title: string
  revision: string
  date: string
  author: string
  /** Rows of the revision table, oldest first. */
  history: { revision: string; date: string; text: string }[]
}

const pair = (code: number, value: string | number) => `${code}\n${value}\n`

/**
 * A drawing as DXF R12 text: an outline, a title block with attributes, and a revision table. Units are
 * millimetres.
 */
export function dxf(drawing: Drawing, chance: Chance): string {
  return [
    pair(0, 'SECTION'),
    pair(2, 'HEADER'),
    pair(9, '$ACADVER'),
    pair(1, 'AC1009'),
    pair(9, '$INSUNITS'),
    pair(70, 4),
    pair(0, 'ENDSEC'),
    titleBlockDefinition(),
    pair(0, 'SECTION'),
    pair(2, 'ENTITIES'),
    outline(chance),
    titleBlock(drawing),
    revisionTable(drawing),
    pair(0, 'ENDSEC'),
    pair(0, 'EOF'),
  ].join('')
}

function line(x1: number, y1: number, x2: number, y2: number): string {
  return (
    pair(0, 'LINE') +
    pair(8, 'OUTLINE') +
    pair(10, x1) +
    pair(20, y1) +
    pair(30, 0) +
    pair(11, x2) +
    pair(21, y2) +
    pair(31, 0)
  )
}

function text(x: number, y: number, value: string, layer: string): string {
  return (
    pair(0, 'TEXT') +
    pair(8, layer) +
    pair(10, x) +
    pair(20, y) +
    pair(30, 0) +
    pair(40, 2.5) +
    pair(1, ascii(value))
  )
}

/** DXF R12 is a seven-bit format; other characters stand as \\U+XXXX. */
function ascii(value: string): string {
  return value.replace(
    /[^\x20-\x7e]/g,
    (char) => `\\U+${char.charCodeAt(0).toString(16).toUpperCase().padStart(4, '0')}`,
  )
}

function outline(chance: Chance): string {
  const width = 60 + chance.below(120)
  const height = 40 + chance.below(60)
  const notch = 8 + chance.below(20)
  const corners: [number, number][] = [
    [20, 60],
    [20 + width, 60],
    [20 + width, 60 + height - notch],
    [20 + width - notch, 60 + height],
    [20, 60 + height],
  ]
  const edges = corners.map(([x, y], i) => line(x, y, ...corners[(i + 1) % corners.length]!))
  const holes = Array.from(
    { length: 1 + chance.below(4) },
    (_, i) =>
      pair(0, 'CIRCLE') +
      pair(8, 'OUTLINE') +
      pair(10, 32 + i * 18) +
      pair(20, 78 + chance.below(12)) +
      pair(30, 0) +
      pair(40, 3 + chance.below(5)),
  )
  return edges.join('') + holes.join('')
}

const titleFields = ['NUMBER', 'TITLE', 'REV', 'DATE', 'AUTHOR', 'STATUS'] as const

function titleBlockDefinition(): string {
  const fields = titleFields.map(
    (tag, i) =>
      pair(0, 'ATTDEF') +
      pair(8, 'TITLE') +
      pair(10, 4) +
      pair(20, 28 - i * 6) +
      pair(30, 0) +
      pair(40, 2.5) +
      pair(1, '') +
      pair(3, tag) +
      pair(2, tag) +
      pair(70, 0),
  )
  return (
    pair(0, 'SECTION') +
    pair(2, 'BLOCKS') +
    pair(0, 'BLOCK') +
    pair(8, 'TITLE') +
    pair(2, 'TITLE_BLOCK') +
    pair(70, 2) +
    pair(10, 0) +
    pair(20, 0) +
    pair(30, 0) +
    line(0, 0, 90, 0) +
    line(0, 32, 90, 32) +
    fields.join('') +
    pair(0, 'ENDBLK') +
    pair(8, 'TITLE') +
    pair(0, 'ENDSEC')
  )
}

function titleBlock({ number, title, revision, date, author }: Drawing): string {
  const values = [number, title, revision, date, author, '']
  const attributes = titleFields.map(
    (tag, i) =>
      pair(0, 'ATTRIB') +
      pair(8, 'TITLE') +
      pair(10, 204) +
      pair(20, 38 - i * 6) +
      pair(30, 0) +
      pair(40, 2.5) +
      pair(1, ascii(values[i]!)) +
      pair(2, tag) +
      pair(70, 0),
  )
  return (
    pair(0, 'INSERT') +
    pair(8, 'TITLE') +
    pair(66, 1) +
    pair(2, 'TITLE_BLOCK') +
    pair(10, 200) +
    pair(20, 10) +
    pair(30, 0) +
    attributes.join('') +
    pair(0, 'SEQEND') +
    pair(8, 'TITLE')
  )
}

/** The revision table, growing upwards from its heads. */
function revisionTable({ history }: Drawing): string {
  const heads = { revision: 'REV', date: 'DATE', text: 'DESCRIPTION' }
  return [heads, ...history]
    .map(
      (row, i) =>
        text(200, 55 + i * 5, row.revision, 'REVISIONS') +
        text(212, 55 + i * 5, row.date, 'REVISIONS') +
        text(240, 55 + i * 5, row.text, 'REVISIONS'),
    )
    .join('')
}
