import { createReadStream } from 'node:fs'
import { rm } from 'node:fs/promises'
import type { Attribute } from '../../core/attribute'
import { bindingsFor, boundChanges, misspeltAmong } from '../../core/binding'
import { boundIn } from '../../core/configuration'
import { system } from '../../core/engine'
import type { FilePlace } from '../../core/formats'
import type { FileFinding } from '../../shared/answers'
import { record } from '../audit/trail'
import { now } from '../clock'
import { published } from '../configuration/published'
import { whenFree } from '../database/busy'
import { atomically, type Tx } from '../database/connection'
import { laterContents } from '../database/schema'
import { contentOf, type DocumentRow, documentRowById, type Incoming, laterContent } from '../documents/rows'
import { takeIn } from '../files/coming'
import { FileBreaksError } from '../files/file-tasks'
import type { Stored } from '../files/store'
import { type Made, drawBlocks, nothingMade, stampWhatCan, type Writing, writeWhatCan } from './make'
import { fileStateOf, hasBlocks, keepFindings, settle } from './pending'

export type { Writing } from './make'

/** What came of writing a file. */
export type Outcome = 'written' | 'as it was' | 'superseded'

/** The document was changed, or written, while its file was: what was written counts for nothing. */
class SupersededError extends Error {}

const own: FileFinding['kind'][] = ['not-held', 'unreadable', 'misspelt']

/**
 * Writes a document's record into its file where that says something else, and its register where the blocks of its
 * revisions stand on the sheet: a new content of the same version beside the ones before. What a file cannot hold is
 * kept as a finding, and the rest is written.
 * @param draws whether the blocks are drawn where they do not stand there yet
 * @returns what came of it; `superseded` if somebody else changed or wrote the document meanwhile, or if its file is
 *   still unread
 */
export async function writeRecord(writing: Writing, id: string, draws = false): Promise<Outcome> {
  const { db, store } = writing
  const row = documentRowById(db, id)
  const content = contentOf(db, id, row.version)
  const withBlocks = draws || hasBlocks(db, id)
  const left: string[] = []
  try {
    const made = await make(writing, row, content, store.path(content.sha256), withBlocks, left)
    return await keep(writing, row, content, made, withBlocks && !made.findings.some(isOfBlocks))
  } catch (error) {
    if (!isOfTheFile(error)) throw error
    const message = (error as Error).message
    const fault: FileFinding = { kind: 'unreadable', attribute: null, place: '', message }
    return keep(writing, row, content, { ...nothingMade, findings: [fault] }, withBlocks)
  } finally {
    for (const path of left) await rm(path, { force: true })
  }
}

const isOfBlocks = ({ kind, attribute }: FileFinding): boolean => kind === 'not-held' && attribute === null

/** Everything that is written into a file; `left` gathers what has to be removed afterwards. */
async function make(
  writing: Writing,
  row: DocumentRow,
  { fileName }: Incoming,
  path: string,
  withBlocks: boolean,
  left: string[],
): Promise<Made> {
  const attributes = boundIn(published(writing.db).configuration, row)
  const wanted = bindingsFor(attributes, fileName, 'write').map(({ place }) => place)
  const { places } = await writing.files.read(path, fileName, wanted)
  const changes = boundChanges(attributes, fileName, row.record, places)
  const written = await writeWhatCan(writing, attributes, path, fileName, changes)
  if (written.out) left.push(written.out)
  const misspeltPlaces = spelling(attributes, fileName, places)
  const others = written.findings.filter(({ place }) => !misspeltPlaces.some((one) => one.place === place))
  const made = { ...written, findings: [...misspeltPlaces, ...others] }
  const stamped = await stampWhatCan(writing, attributes, made.out ?? path, fileName, row.record)
  if (stamped.out) left.push(stamped.out)
  // Of a file that takes nothing it is told once.
  const told = made.findings.map(({ message }) => message)
  const findings = stamped.findings.filter(({ message }) => !told.includes(message))
  const both = inTurn(made, { ...stamped, findings })
  if (!withBlocks) return both
  const drawn = await drawBlocks(writing, row.id, both.out ?? path, fileName)
  if (drawn.out) left.push(drawn.out)
  return inTurn(both, drawn)
}

/** What came of two steps, of which the second began with what the first had made. */
const inTurn = (first: Made, second: Made): Made => ({
  out: second.out ?? first.out,
  written: [...first.written, ...second.written],
  findings: [...first.findings, ...second.findings],
})

/** Whether something is wrong with one content alone: it breaks its reader, or is gone from the store. */
const isOfTheFile = (error: unknown): boolean =>
  error instanceof FileBreaksError || (error as NodeJS.ErrnoException).code === 'ENOENT'

/** The near misses of all places that the bindings write. */
function spelling(attributes: Attribute[], fileName: string, places: readonly FilePlace[]): FileFinding[] {
  return bindingsFor(attributes, fileName, 'write')
    .filter(({ place }) => !places.some((one) => one.place === place))
    .flatMap(misspeltAmong(places))
    .map(({ attribute, place, names }) => ({
      ...{ kind: 'misspelt', attribute: attribute.id, place, has: names[0] },
      message: `the file has no ${place} for ${attribute.name}, but “${names[0]}”`,
    }))
}

/** Takes the written content over in one transaction, if the document is still as it was. */
export async function keep(
  { db, store, isWorking }: Writing,
  row: DocumentRow,
  before: Incoming,
  { written, findings, out }: Made,
  blocks: boolean,
): Promise<Outcome> {
  let isNew = false
  const take = (tx: Tx, stored: Stored | undefined) => {
    const isAsItWas = documentRowById(tx, row.id).change === row.change && fileStateOf(tx, row.id).pending
    if (!isAsItWas) throw new SupersededError()
    isNew = stored !== undefined && stored.sha256 !== before.sha256
    if (stored && isNew) addContent(tx, row, stored, written)
    keepFindings(tx, row.id, own, findings)
    settle(tx, row.id, blocks)
  }
  const vault = { db, store, isWorking }
  try {
    if (out === null) await whenFree(() => atomically(db, (tx) => take(tx, undefined)))
    else await takeIn(vault, createReadStream(out), Infinity, (stored) => take(db, stored))
  } catch (error) {
    if (error instanceof SupersededError) return 'superseded'
    throw error
  }
  return isNew ? 'written' : 'as it was'
}

/** Adds a later content to the document's newest version, with an entry in the trail. */
function addContent(
  tx: Tx,
  { id, number, version }: DocumentRow,
  { sha256, size }: Stored,
  written: Made['written'],
): void {
  const position = (laterContent(tx, id, version)?.position ?? 0) + 1
  const why = written.map(({ place, after }) => `${place} “${after}”`).join(', ')
  tx.insert(laterContents).values({ document: id, version, position, sha256, size, at: now(), why }).run()
  const side = (of: 'before' | 'after') =>
    Object.fromEntries(written.map((entry) => [entry.place, entry[of]]))
  record(
    tx,
    { id: null, name: system.name },
    {
      ...{
        code: 'write-file',
        action: 'write into the file',
        subject: { kind: 'document', id, name: number },
      },
      before: side('before'),
      after: { ...side('after'), version, sha256 },
    },
  )
}
