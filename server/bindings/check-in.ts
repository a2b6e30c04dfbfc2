import type { Attribute, DocumentRecord } from '../../core/attribute'
import { atCheckIn, bindingsFor, type BoundFile, type CheckedIn } from '../../core/binding'
import type { FileFinding } from '../../shared/answers'
import type { Tx } from '../database/connection'
import type { Incoming } from '../documents/rows'
import { FileBreaksError, type Files } from '../files/file-threads'
import type { FileStore } from '../files/store'
import { keepFindings } from './pending'

/** Where contents lie, and what reads them. */
export interface Reading {
  store: FileStore
  files: Files
}

/** What stands in contents before an act that takes one in: read ahead, since an act itself waits for nothing. */
export interface Looked {
  before?: BoundFile
  after: BoundFile | { fault: string }
}

/** Reads a content that comes in, and the one before it, where attributes are bound to files of its kind. */
export async function lookInto(
  reading: Reading,
  attributes: Attribute[],
  incoming: Incoming,
  before?: Incoming,
): Promise<Looked | undefined> {
  const { fileName } = incoming
  if (!bindingsFor(attributes, fileName, 'read').length && !bindingsFor(attributes, fileName, 'write').length)
    return undefined
  const [after, earlier] = await Promise.all([
    read(reading, incoming),
    before && before.sha256 !== incoming.sha256 ? read(reading, before) : undefined,
  ])
  return { after, before: earlier && 'places' in earlier ? earlier : undefined }
}

async function read({ store, files }: Reading, { sha256, fileName }: Incoming): Promise<Looked['after']> {
  try {
    const { places, problems } = await files.read(store.path(sha256), fileName)
    const fault = problems.find(
      ({ code }) => code === 'encrypted' || code === 'damaged' || code === 'too-much',
    )
    return fault && !places.length ? { fault: fault.message } : { fileName, places }
  } catch (error) {
    if (error instanceof FileBreaksError) return { fault: error.message }
    throw error
  }
}

/** What a content that was looked into says of a record. */
export const heldTo = (
  attributes: Attribute[],
  record: DocumentRecord,
  { before, after }: Looked,
): CheckedIn | undefined => ('places' in after ? atCheckIn(attributes, record, before, after) : undefined)

/** Keeps what a content that came in does not simply say, and tells it. */
export function keepSaid(
  tx: Tx,
  document: string,
  { after }: Looked,
  said: CheckedIn | undefined,
): FileFinding[] {
  const findings = said ? findingsOf(said) : []
  if ('fault' in after)
    findings.push({ kind: 'unreadable', attribute: null, place: '', message: after.fault })
  keepFindings(tx, document, ['conflict', 'refused', 'misspelt', 'unreadable'], findings)
  return findings
}

function findingsOf({ conflicts, refused, misspelt }: CheckedIn): FileFinding[] {
  return [
    ...conflicts.map(({ attribute: { id, name }, place, inFile, inRecord, wins }): FileFinding => {
      const both = `${place} says “${inFile}” and the record “${inRecord ?? ''}” for ${name}`
      const who = wins === 'file' ? 'the file’s was taken' : 'the record’s is written into the file'
      return { kind: 'conflict', attribute: id, place, message: `${both}, both changed since: ${who}` }
    }),
    ...refused.map(({ attribute, place, message }): FileFinding => {
      const told = `${place}: ${message}; the record was left as it is`
      return { kind: 'refused', attribute: attribute.id, place, message: told }
    }),
    ...misspelt.map(({ attribute: { id, name }, place, names }): FileFinding => {
      const message = `the file has no ${place} for ${name}, but “${names[0]}”`
      return { kind: 'misspelt', attribute: id, place, message, has: names[0] }
    }),
  ]
}
