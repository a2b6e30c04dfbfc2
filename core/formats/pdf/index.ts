import { nameIn, plan, unwritten } from '../changes'
import type {
  Change,
  FileContents,
  FileFormat,
  FileHistoryRow,
  FilePlace,
  FileProblem,
  WrittenFile,
} from '../file-format'
import { merged, tableRows } from '../history'
import type { Source } from '../source'
import { appendix, dictionaryObject, streamObject, textString } from './append'
import { protectedMetadata } from './encrypted'
import { PdfFile } from './file'
import { PdfFault, type PdfObject, textOf } from './objects'
import { textsOf } from './text/texts'
import { nextId, problemOf, reasonAgainstAll, wholeParts } from './writing'
import { Xmp } from './xmp'

/** Names of a document’s own metadata (ISO 32000-1, 14.3.3), and the places that they are. */
const core: Record<string, string> = {
  ...{ Title: 'core:title', Author: 'core:author', Subject: 'core:subject', Keywords: 'core:keywords' },
  ...{ CreationDate: 'core:created', ModDate: 'core:modified' },
}
/** What the programs that made a document say of themselves. */
const ofPrograms = ['Producer', 'Creator', 'Trapped']
const dates = ['core:created', 'core:modified']

/** Both kinds of metadata that a document can have. */
export interface PdfMetadata {
  info: ReadonlyMap<string, string>
  xmp: Xmp | undefined
}

/** `D:20240131120000+01'00'` as `2024-01-31T12:00:00+01:00`. */
function isoDate(text: string): string {
  const found = /^D?:?(\d{4})(\d\d)?(\d\d)?(\d\d)?(\d\d)?(\d\d)?(?:([+-])(\d\d)'?(\d\d)?|(Z))?/.exec(
    text.trim(),
  )
  if (!found) return text
  const [
    ,
    year,
    month = '01',
    day = '01',
    hour,
    minute = '00',
    second = '00',
    sign,
    hours,
    minutes = '00',
    z,
  ] = found
  const zone = sign ? `${sign}${hours}:${minutes}` : (z ?? '')
  return `${year}-${month}-${day}${hour ? `T${hour}:${minute}:${second}${zone}` : ''}`
}

/** What is newer of the two counts; what only one of them has counts as well. */
function placesOf({ info, xmp }: PdfMetadata): FilePlace[] {
  const own = new Map(
    [...info].filter(([name]) => !ofPrograms.includes(name)).map(([name, text]) => placeOf(name, text)),
  )
  const modified = Date.parse(own.get('core:modified') ?? '')
  const isXmpNewer =
    Date.parse(xmp?.written ?? '') > modified || (Number.isNaN(modified) && xmp?.written !== undefined)
  const places = [
    ...Object.values(core),
    ...own.keys(),
    ...(xmp?.customNames() ?? []).map((name) => `property:${name}`),
  ]
  return [...new Set(places)].flatMap((place) => {
    const both = [own.get(place), xmp?.value(place)]
    const [first, second] = isXmpNewer ? both.reverse() : both
    const value = first ?? second
    return value === undefined ? [] : [{ place, value, writable: !dates.includes(place) }]
  })
}

function placeOf(name: string, text: string): [string, string] {
  const place = core[name] ?? `property:${name}`
  return [place, dates.includes(place) ? isoDate(text) : text]
}

/** The metadata of a document that is not encrypted. */
function metadataOf(file: PdfFile): PdfMetadata {
  const info = new Map<string, string>()
  for (const [name, object] of file.dictionary(file.trailer.entries.get('Info'))?.entries ?? []) {
    const value = file.resolve(object)
    if (value && typeof value === 'object' && 'bytes' in value) info.set(name, textOf(value.bytes))
  }
  const root = file.dictionary(file.trailer.entries.get('Root'))!
  return { info, xmp: xmpOf(file, root.entries.get('Metadata')) }
}

function xmpOf(file: PdfFile, reference: PdfObject | undefined): Xmp | undefined {
  try {
    const bytes = file.stream(reference)
    return bytes && Xmp.read(bytes)
  } catch (error) {
    if (error instanceof PdfFault) return undefined
    throw error
  }
}

async function read(source: Source): Promise<FileContents> {
  try {
    const file = new PdfFile(source)
    const isEncrypted = file.trailer.entries.has('Encrypt')
    const metadata = isEncrypted ? await protectedMetadata(source) : metadataOf(file)
    const places = placesOf(metadata).map((place) => ({ ...place, writable: place.writable && !isEncrypted }))
    const problems: FileProblem[] = file.isRebuilt
      ? [{ code: 'damaged', message: 'its table of objects is damaged; what was found without it is read' }]
      : []
    return { places, history: isEncrypted ? [] : historyOf(file), references: [], problems }
  } catch (error) {
    return { places: [], history: [], references: [], problems: [problemOf(error)] }
  }
}

/** The revision table on its first sheets. */
const historyOf = (file: PdfFile): FileHistoryRow[] => merged(textsOf(file).map(tableRows))

function write(source: Source, changes: readonly Change[]): WrittenFile {
  try {
    return written(source, new PdfFile(source), changes)
  } catch (error) {
    return unwritten([problemOf(error)])
  }
}

const isCore = (place: string): boolean => Object.values(core).includes(place) && !dates.includes(place)

function written(source: Source, file: PdfFile, changes: readonly Change[]): WrittenFile {
  const problem = reasonAgainstAll(file)
  if (problem) return unwritten([problem])
  const metadata = metadataOf(file)
  const result = plan(changes, placesOf(metadata), ({ place }, isThere) =>
    isThere || isCore(place) || nameIn(place, 'property') !== undefined
      ? undefined
      : `a PDF document has no place ${place}`,
  )
  if (result.problems.length) return unwritten(result.problems)
  const bytes = appended(source, file, metadata, changes)
  return { parts: [...wholeParts(source), bytes], written: result.written, problems: [] }
}

/** Both kinds of metadata with the new values, as an update behind the document. */
function appended(
  source: Source,
  file: PdfFile,
  { xmp }: PdfMetadata,
  changes: readonly Change[],
): Uint8Array {
  const { entries } = file.trailer
  const trailer = new Map(entries)
  const info = new Map(file.dictionary(entries.get('Info'))?.entries)
  for (const { place, value } of changes) {
    const name = Object.keys(core).find((one) => core[one] === place) ?? nameIn(place, 'property')!
    info.set(name, textString(value))
  }
  const known = entries.get('Info')
  const id = known && typeof known === 'object' && 'id' in known ? known.id : nextId(file)
  trailer.set('Info', { kind: 'reference', id })
  const objects = [dictionaryObject(id, { kind: 'dictionary', entries: info })]
  const metadata = file.dictionary(entries.get('Root'))!.entries.get('Metadata')
  if (xmp && metadata && typeof metadata === 'object' && 'id' in metadata) {
    const values = new Map(changes.map(({ place, value }) => [place, value]))
    objects.push(streamObject(metadata.id, '/Type /Metadata /Subtype /XML', xmp.with(values)))
  }
  return appendix(source.size, objects, trailer, file.table)
}

/** Portable Document Format (ISO 32000). */
export const pdf: FileFormat = {
  words: 'a PDF document',
  endings: ['pdf'],
  isIt: ({ text }) => text.slice(0, 1100).includes('%PDF-'),
  read,
  write,
}
