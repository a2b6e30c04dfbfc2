import { randomUUID } from 'node:crypto'
import { mkdir, rm } from 'node:fs/promises'
import { join } from 'node:path'
import type { Attribute, DocumentRecord } from '../../core/attribute'
import { bindingsFor, endingOf, textOf } from '../../core/binding'
import { type RegisterRow, transferLabel } from '../../core/engine'
import { type Change, dividedAt, type FileHistoryRow } from '../../core/formats'
import type { FileFinding } from '../../shared/answers'
import type { Db } from '../database/connection'
import { register } from '../documents/rows'
import type { FileWriting } from '../files/file-tasks'
import type { Files } from '../files/files'
import type { FileStore } from '../files/store'
import { blockPlaces } from './block-places'

/** What files are written with. */
export interface Writing {
  db: Db
  store: FileStore
  files: Files
  /** Whether a job may be bringing the same content in. */
  isWorking: () => boolean
}

/** What was written where, what could not be, and the file that holds it; null where nothing was. */
export interface Made {
  written: FileWriting['written']
  findings: FileFinding[]
  out: string | null
}

export const nothingMade: Made = { written: [], findings: [], out: null }

/** Makes a content where the store clears away what a kill leaves behind; one that fails leaves nothing. */
async function into<T extends object>(
  { root }: FileStore,
  write: (out: string) => Promise<T>,
): Promise<T & { out: string }> {
  const folder = join(root, 'incoming')
  await mkdir(folder, { recursive: true })
  const out = join(folder, `written-${randomUUID()}`)
  try {
    return { ...(await write(out)), out }
  } catch (error) {
    await rm(out, { force: true })
    throw error
  }
}

/** Writes all changes into a file; where some cannot be written, the others. */
export async function writeWhatCan(
  { store, files }: Writing,
  attributes: Attribute[],
  path: string,
  fileName: string,
  changes: Change[],
): Promise<Made> {
  const findings: FileFinding[] = []
  for (let left = changes; left.length;) {
    const { written, problems, out } = await into(store, (to) => files.write(path, fileName, left, to))
    if (!problems.length) return { written, out, findings }
    const refused = left.filter(({ place }) => problems.some(({ message }) => message.includes(place)))
    const blamed = refused.length ? refused : left
    findings.push(...blamed.map((change) => notHeld(attributes, fileName, change, problems)))
    left = left.filter((change) => !blamed.includes(change))
  }
  return { ...nothingMade, findings }
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

/**
 * Stamps the pages of a PDF with what the vault alone writes into it; a PDF whose pages have the stamp stays as it is,
 * and so does every other file.
 */
export async function stampWhatCan(
  { store, files }: Writing,
  attributes: Attribute[],
  path: string,
  fileName: string,
  record: DocumentRecord,
): Promise<Made> {
  const bound = bindingsFor(attributes, fileName, 'write').map(({ attribute }) => attribute)
  const stamps = [...new Set(bound)].filter(({ systemOnly }) => systemOnly)
  if (endingOf(fileName) !== 'pdf' || !stamps.length) return nothingMade
  const said = stamps.flatMap((attribute) => {
    const value = textOf(attribute, record[attribute.id] ?? null)
    return value ? [`${attribute.name}: ${value}`] : []
  })
  const { written, problems, out } = await into(store, (to) => files.stamp(path, said.join(' · '), to))
  const findings = problems.map(({ message }): FileFinding => ({
    kind: 'not-held',
    attribute: stamps[0]!.id,
    place: 'pages',
    message,
  }))
  return { written, findings, out: written.length ? out : null }
}

/** Draws the blocks of a document's revisions: what was before the vault once for all, what is live as it is now. */
export async function drawBlocks(
  { db, store, files }: Writing,
  document: string,
  path: string,
  fileName: string,
): Promise<Made> {
  const rows = register(db, document)
  const blocks = dividedAt(rows.map(asDrawn), transferLabel(rows))!
  const places = blockPlaces(db)
  const { problems, out } = await into(store, (to) => files.draw(path, fileName, blocks, places, to))
  const [problem] = problems
  if (problem)
    return {
      ...nothingMade,
      findings: [{ kind: 'not-held', attribute: null, place: 'revisions', message: problem.message }],
    }
  const after = blocks.live.map(({ revision }) => revision).join(', ')
  return { out, findings: [], written: [{ place: 'revisions', before: '', after }] }
}

const asDrawn = ({ label, date, author, text }: RegisterRow): FileHistoryRow => ({
  revision: label,
  date: date ?? '',
  by: author ?? '',
  text: text ?? '',
})
