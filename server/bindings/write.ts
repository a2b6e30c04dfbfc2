import { randomUUID } from 'node:crypto'
import { createReadStream } from 'node:fs'
import { mkdir, rm } from 'node:fs/promises'
import { join } from 'node:path'
import type { Attribute } from '../../core/attribute'
import { boundChanges, bindingsFor, misspelt } from '../../core/binding'
import { type Change, type FilePlace } from '../../core/formats'
import { system } from '../../core/engine'
import type { FileFinding } from '../../shared/answers'
import { record } from '../audit/trail'
import { now } from '../clock'
import { boundIn } from '../../core/configuration'
import { published } from '../configuration/published'
import { whenFree } from '../database/busy'
import { atomically, type Db, type Tx } from '../database/connection'
import { laterContents } from '../database/schema'
import { contentOf, type DocumentRow, documentRowById, laterContent } from '../documents/rows'
import { takeIn } from '../files/coming'
import { FileBreaksError, type Files, type FileWriting } from '../files/file-threads'
import type { FileStore, Stored } from '../files/store'
import { fileStateOf, keepFindings, settle } from './pending'

/** What files are written with. */
export interface Writing {
  db: Db
  store: FileStore
  files: Files
  /** Whether a job may be bringing the same content in. */
  isWorking: () => boolean
}

/** The document was changed, or written, while its file was: what was written counts for nothing. */
class SupersededError extends Error {}

const own: FileFinding['kind'][] = ['not-held', 'unreadable', 'misspelt']

/**
 * Writes a document's record into its file where that says something else: a new content of the same version beside the
 * ones before. What a file cannot hold is kept as a finding, and the rest is written.
 * @returns whether anything was written
 */
export async function writeRecord(writing: Writing, id: string): Promise<boolean> {
  const { db, store, files } = writing
  const row = documentRowById(db, id)
  const attributes = boundIn(published(db).configuration, row)
  const content = contentOf(db, id, row.version)
  const path = store.path(content.sha256)
  try {
    const { places } = await files.read(path, content.fileName)
    const changes = boundChanges(attributes, content.fileName, row.record, places)
    const findings = spelling(attributes, content.fileName, places)
    const made = await writeWhatCan(writing, attributes, path, content.fileName, changes)
    findings.push(...made.findings.filter(({ place }) => !findings.some((one) => one.place === place)))
    return await keep(writing, row, made, findings)
  } catch (error) {
    if (error instanceof SupersededError) return false
    if (!isOfTheFile(error)) throw error
    const fault: FileFinding = {
      kind: 'unreadable',
      attribute: null,
      place: '',
      message: (error as Error).message,
    }
    return keep(writing, row, { written: [], out: null }, [fault])
  }
}

/** Whether something is wrong with one content alone: it breaks its reader, or is gone from the store. */
const isOfTheFile = (error: unknown): boolean =>
  error instanceof FileBreaksError || (error as NodeJS.ErrnoException).code === 'ENOENT'

/** What was written where, and the file that holds it; null where nothing was. */
interface Made {
  written: FileWriting['written']
  out: string | null
}

/** The near misses of all places that the bindings write. */
function spelling(attributes: Attribute[], fileName: string, places: readonly FilePlace[]): FileFinding[] {
  return bindingsFor(attributes, fileName, 'write')
    .filter(({ place }) => !places.some((one) => one.place === place))
    .flatMap((bound) => misspelt(bound, places))
    .map(({ attribute, place, names }) => ({
      ...{ kind: 'misspelt', attribute: attribute.id, place, has: names[0] },
      message: `the file has no ${place} for ${attribute.name}, but “${names[0]}”`,
    }))
}

/** Writes all changes; where some cannot be written, the others. */
async function writeWhatCan(
  { store, files }: Writing,
  attributes: Attribute[],
  path: string,
  fileName: string,
  changes: Change[],
): Promise<Made & { findings: FileFinding[] }> {
  const folder = join(store.root, 'incoming')
  const findings: FileFinding[] = []
  for (let left = changes; left.length;) {
    await mkdir(folder, { recursive: true })
    const out = join(folder, `written-${randomUUID()}`)
    const { written, problems } = await files.write(path, fileName, left, out)
    if (!problems.length) return { written, out, findings }
    const refused = left.filter(({ place }) => problems.some(({ message }) => message.includes(place)))
    const blamed = refused.length ? refused : left
    findings.push(...blamed.map((change) => notHeld(attributes, fileName, change, problems)))
    left = left.filter((change) => !blamed.includes(change))
  }
  return { written: [], out: null, findings }
}

function notHeld(
  attributes: Attribute[],
  fileName: string,
  { place }: Change,
  problems: FileWriting['problems'],
): FileFinding {
  const message = (problems.find((problem) => problem.message.includes(place)) ?? problems[0]!).message
  const bound = bindingsFor(attributes, fileName, 'write').find((one) => one.place === place)
  return { kind: 'not-held', attribute: bound?.attribute.id ?? null, place, message }
}

/** Takes the written content over in one transaction, if the document is still as it was. */
async function keep(
  { db, store, isWorking }: Writing,
  row: DocumentRow,
  { written, out }: Made,
  findings: FileFinding[],
): Promise<boolean> {
  const take = (tx: Tx, stored: Stored | undefined) => {
    const isAsItWas = documentRowById(tx, row.id).change === row.change && fileStateOf(tx, row.id).pending
    if (!isAsItWas) throw new SupersededError()
    if (stored) addContent(tx, row, stored, written)
    keepFindings(tx, row.id, own, findings)
    settle(tx, row.id)
  }
  if (out === null) {
    await whenFree(() => atomically(db, (tx) => take(tx, undefined)))
    return false
  }
  try {
    await takeIn({ db, store, isWorking }, createReadStream(out), Infinity, (stored) => take(db, stored))
  } finally {
    await rm(out, { force: true })
  }
  return true
}

/** Adds a later content to the document's newest version, with an entry in the trail. */
function addContent(
  tx: Tx,
  { id, number, version }: DocumentRow,
  { sha256, size }: Stored,
  written: FileWriting['written'],
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
