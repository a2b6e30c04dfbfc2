import { latin1 } from './characters'
import { dxf } from './dxf'
import type { Change, FileFormat, FileKind, FileReading, WrittenFile } from './file-format'
import { unwritten } from './changes'
import { odf } from './office/odf'
import { ooxml } from './office/ooxml'
import { pdf } from './pdf'
import { csv, image, text, unknown } from './plain'
import type { Source } from './source'
import { step } from './step'
import { svg } from './svg'

/** Every format, in the order in which a file is asked whether it is of it. */
export const formats = { pdf, odf, ooxml, step, dxf, svg, image, csv, text, unknown } satisfies Record<
  FileKind,
  FileFormat
>
const kinds = Object.keys(formats) as FileKind[]

/** Formats that are read as a whole are read up to this size, in bytes. */
const largest: Partial<Record<FileKind, number>> = { svg: 128 << 20 }

const endingOf = (name: string): string => /\.([^./\\]+)$/.exec(name)?.[1]?.toLowerCase() ?? ''

/** What a file is by its first bytes; its ending says little and counts only where they say less. */
export function kindOf(source: Source, name: string): FileKind {
  const head = source.read(0, 4096).slice()
  const beginning = { head, text: latin1(head), ending: endingOf(name), source }
  return kinds.find((kind) => formats[kind].isIt(beginning))!
}

/** The kind that an ending promises; undefined for endings that promise none. */
const promised = (name: string): FileKind | undefined =>
  kinds.find((kind) => (formats[kind] as FileFormat).endings.includes(endingOf(name)))

/**
 * Everything that a file holds: places, revision table, references, and what is wrong with it. A file that breaks
 * its reader is a problem, never an error.
 */
export async function readFile(source: Source, name: string): Promise<FileReading> {
  const kind = kindOf(source, name)
  const reading = await contentsOf(source, kind)
  return { kind, ...reading, problems: [...problemsOf(source, kind, name), ...reading.problems] }
}

async function contentsOf(source: Source, kind: FileKind): Promise<Omit<FileReading, 'kind'>> {
  const problem = tooLarge(source, kind)
  if (problem) return { places: [], history: [], references: [], problems: [problem] }
  try {
    return await (formats[kind] as FileFormat).read(source)
  } catch (error) {
    return { places: [], history: [], references: [], problems: [damage(error)] }
  }
}

const damage = (error: unknown) => ({
  code: 'damaged' as const,
  message: `the file cannot be read: ${error instanceof Error ? error.message : String(error)}`,
})

function tooLarge(source: Source, kind: FileKind): FileReading['problems'][number] | undefined {
  const most = largest[kind]
  if (most === undefined || source.size <= most) return undefined
  return { code: 'too-much', message: `the file is larger than the ${most >> 20} MB up to which it is read` }
}

function problemsOf(source: Source, kind: FileKind, name: string): FileReading['problems'] {
  if (!source.size) return [{ code: 'empty', message: 'the file is empty: it has no bytes' }]
  const other = promised(name)
  const isPlain = kind === 'text' || kind === 'csv'
  if (!other || other === kind || (isPlain && ['text', 'csv'].includes(other))) return []
  const message = `its ending .${endingOf(name)} says ${formats[other].words}, its bytes say ${formats[kind].words}`
  return [{ code: 'lying-ending', message }]
}

/** Writes values at places of a file: all of them, or none and why. Everything else in it stays as it is. */
export async function writeFile(
  source: Source,
  name: string,
  changes: readonly Change[],
): Promise<WrittenFile> {
  const kind = kindOf(source, name)
  const { write, words } = formats[kind] as FileFormat
  if (!write) return unwritten([{ code: 'not-writable', message: `nothing is written into ${words}` }])
  const twice = changes.find(({ place }, index) => changes.findIndex((one) => one.place === place) !== index)
  if (twice) return unwritten([{ code: 'not-writable', message: `${twice.place} is set twice` }])
  const problem = tooLarge(source, kind)
  if (problem) return unwritten([problem])
  try {
    return await write(source, changes)
  } catch (error) {
    return unwritten([damage(error)])
  }
}
