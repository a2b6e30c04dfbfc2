import { setTimeout as pause } from 'node:timers/promises'
import type { Attribute, DocumentRecord } from '../../core/attribute'
import { atCheckIn, bindingsFor, type BoundFile, type CheckedIn } from '../../core/binding'
import type { FileFinding } from '../../shared/answers'
import type { Tx } from '../database/connection'
import type { Incoming } from '../documents/rows'
import { FileBreaksError } from '../files/file-tasks'
import type { Files } from '../files/files'
import type { FileStore } from '../files/store'
import { Refusal } from '../refusal'
import { keepFindings } from './pending'
import { noteRead, noteUnread, unreadOf } from './unread'

/** Where contents lie, and what reads them. */
export interface Reading {
  store: FileStore
  files: Files
}

/** What stands in contents before an act that takes one in: read ahead, since an act itself waits for nothing. */
export interface Looked {
  before?: BoundFile
  after: BoundFile | { fault: string } | { later: true }
}

/** How long a check-in waits for its file to be read, in milliseconds. After that a job reads it. */
const patience = 5000

/**
 * Reads a new content and the one before it, if attributes are bound to files of this kind. If reading takes too
 * long, because other files are in turn, the content still comes in and a job reads it later.
 */
export async function lookInto(
  reading: Reading,
  attributes: Attribute[],
  incoming: Incoming,
  before?: Incoming,
  waits = patience,
): Promise<Looked | undefined> {
  const wanted = placesBound(attributes, incoming.fileName)
  if (!wanted.length) return undefined
  const looked = lookIntoBoth(reading, attributes, incoming, before)
  // Nobody waits for a late answer: the job reads the file again.
  looked.catch(() => {})
  const later = { after: { later: true as const } }
  return Promise.race([looked, pause(waits, later, { ref: false })]).catch((error: unknown) => {
    if (error instanceof Refusal && error.kind === 'too-many') return later
    throw error
  })
}

/** Reads both contents, however long it takes. */
export async function lookIntoBoth(
  reading: Reading,
  attributes: Attribute[],
  incoming: Incoming,
  before?: Incoming,
): Promise<Looked> {
  const [after, earlier] = await Promise.all([
    read(reading, attributes, incoming),
    before && before.sha256 !== incoming.sha256 ? read(reading, attributes, before) : undefined,
  ])
  return { after, before: earlier && 'places' in earlier ? earlier : undefined }
}

/** The places that are bound for reading or writing in files of this name. */
const placesBound = (attributes: Attribute[], fileName: string): string[] =>
  (['read', 'write'] as const).flatMap((way) =>
    bindingsFor(attributes, fileName, way).map(({ place }) => place),
  )

async function read(
  { store, files }: Reading,
  attributes: Attribute[],
  { sha256, fileName }: Incoming,
): Promise<BoundFile | { fault: string }> {
  try {
    const wanted = placesBound(attributes, fileName)
    const { places, problems } = await files.read(store.path(sha256), fileName, wanted)
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
  document: { id: string; version: number },
  { after }: Looked,
  said: CheckedIn | undefined,
): FileFinding[] {
  const findings = said ? findingsOf(said) : []
  if ('fault' in after)
    findings.push({ kind: 'unreadable', attribute: null, place: '', message: after.fault })
  if ('later' in after) {
    findings.push(unreadYet)
    noteUnread(tx, document)
  } else if (unreadOf(tx, document.id)) noteRead(tx, document.id)
  keepFindings(tx, document.id, ['conflict', 'refused', 'misspelt', 'unreadable', 'unread'], findings)
  return findings
}

const unreadYet: FileFinding = {
  kind: 'unread',
  attribute: null,
  place: '',
  message: 'the file has not been read yet: what it says comes into the record in a moment',
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
