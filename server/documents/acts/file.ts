import { randomUUID } from 'node:crypto'
import { eq } from 'drizzle-orm'
import type { DocumentRecord } from '../../../core/attribute'
import { boundIn, classOf, type Configuration } from '../../../core/configuration'
import {
  beforeFiling,
  blankDocument,
  classFor,
  type Command,
  decideFiling,
  ofKind,
} from '../../../core/engine'
import { canonicalNumber, faultOfNumber } from '../../../core/numbering'
import type { FileFinding } from '../../../shared/answers'
import { heldTo, keepSaid, type Looked } from '../../bindings/check-in'
import { now } from '../../clock'
import { published } from '../../configuration/published'
import { atomically, type Db, type Tx } from '../../database/connection'
import { documents } from '../../database/schema'
import { allFolders } from '../../directory/folders'
import { type Account, asPerson, everybody } from '../../directory/people'
import { dayOf } from '../../settings/zone'
import { Refusal } from '../../refusal'
import { commandsOf } from '../act'
import { carryOut } from '../carry-out'
import { followUp } from '../follow-up'
import { requireRights } from '../rights'
import type { DocumentRow, Incoming } from '../rows'
import { seenFolders } from '../seen-folders'

/** What a new document needs to be filed. */
export interface NewDocument {
  number: string
  title: string | null
  folder: string
  classId?: string
  record?: DocumentRecord
  /** What stands in its file, where that was looked into. */
  looked?: Looked
}

/**
 * The row that a new document would have, before anything is written. @throws Refusal where the person may not file
 * it there, the number is taken, or no class fits.
 */
export function newDocument(
  tx: Tx,
  account: Account,
  asked: NewDocument,
  fileName: string,
  at = now(),
): DocumentRow {
  const { configuration } = published(tx)
  if (!seenFolders(tx, account).includes(asked.folder)) throw noFolder(asked.folder)
  const row = newRow(configuration, account, { ...asked, number: properNumber(asked.number) }, fileName, at)
  requireRights(tx, account, row, ['see', 'edit'])
  requireFreeNumber(tx, row.number)
  return row
}

/** Refuses a hidden folder like one that does not exist, so that nobody learns which it is. */
function noFolder(path: string): Refusal {
  const message = `there is no folder ${path} that you may see`
  const wayOut = 'file it in a folder that is there'
  return new Refusal('not-found', message, [{ rule: 'not-found', message, where: 'the folders', wayOut }])
}

/**
 * Files a new document by check-in, the ordinary way: it enters its lifecycle at the first label of the scheme.
 * @throws Refusal where the number is taken, no class fits, or the person may not edit there.
 */
export function fileDocument(
  db: Db,
  account: Account,
  asked: NewDocument,
  content: Incoming,
  comment: string | null,
  at = now(),
): { number: string; findings?: FileFinding[] } {
  return atomically(db, (tx) => {
    const { configuration } = published(tx)
    const inFile = asked.looked && heldTo(configuration.attributes, {}, asked.looked)
    const first = newDocument(tx, account, filledFrom(asked, inFile?.values), content.fileName, at)
    const own = asked.looked && heldTo(boundIn(configuration, first), {}, asked.looked)
    const filled = filledFrom(asked, own?.values)
    const row = { ...first, title: filled.title }
    const { blank, commands } = filed(tx, account, row, filled, comment, at)
    carryOut(tx, account, configuration, blank, commands, {
      code: 'file',
      action: 'check in',
      why: comment,
      at,
      content,
      isNew: true,
      before: undefined,
      after: {
        state: stateIn(configuration, row),
        revision: ofKind(commands, 'set-label')[0]!.after,
        version: 1,
        fileName: content.fileName,
      },
    })
    const findings = asked.looked ? keepSaid(tx, { id: row.id, version: 1 }, asked.looked, own) : []
    followUp(tx, row.id, commands)
    return { number: row.number, ...(findings.length ? { findings } : {}) }
  })
}

/** What is asked, with what stands in the file where nothing was given by hand. */
function filledFrom(asked: NewDocument, values: DocumentRecord = {}): NewDocument {
  const title = asked.title ?? (typeof values.title === 'string' ? values.title : null)
  return { ...asked, title, record: { ...values, ...asked.record } }
}

const stateIn = ({ states }: Configuration, { state }: DocumentRow) =>
  states.find(({ id }) => id === state)?.name ?? state

/** @throws Refusal where it is none. */
function properNumber(asked: string): string {
  const number = canonicalNumber(asked)
  const fault = faultOfNumber(number)
  if (fault) throw new Refusal('invalid', fault)
  return number
}

function requireFreeNumber(tx: Tx, number: string): void {
  const taken = tx.select({ id: documents.id }).from(documents).where(eq(documents.number, number)).get()
  if (taken) throw new Refusal('conflict', `the number ${number} is taken in the vault`)
}

/** What filing does, by the engine, to the row as it is before anything is written into its record. */
function filed(
  tx: Tx,
  account: Account,
  row: DocumentRow,
  { record: values = {}, title }: NewDocument,
  comment: string | null,
  at: string,
): { blank: DocumentRow; commands: Command[] } {
  const { configuration } = published(tx)
  const { number, folder, fileName } = row
  // A title stands in the record as well, where there is an attribute for it.
  const hasTitle = title && configuration.attributes.some(({ id }) => id === 'title')
  const filing = {
    ...{ configuration, folders: allFolders(tx), person: asPerson(account), people: everybody(tx) },
    number,
    folder,
    fileName,
    today: dayOf(tx, at),
    comment: comment ?? undefined,
    documentClass: classOf(configuration, row.classId),
    values: { ...values, ...(hasTitle ? { title } : {}) },
  }
  const commands = commandsOf(decideFiling(filing), number)
  return { blank: { ...row, record: beforeFiling(filing).record }, commands }
}

/** A document's row before its first version. @throws Refusal where no class fits. */
export function newRow(
  configuration: Configuration,
  account: Account,
  { number, title, folder, classId, record: values }: NewDocument,
  fileName: string,
  at: string,
): DocumentRow {
  const arrival = { number, folder, fileName, record: { ...values, ...(title ? { title } : {}) } }
  const documentClass = classId
    ? configuration.classes.find(({ id }) => id === classId)
    : classFor(configuration, arrival, account.id)
  if (!documentClass) {
    const why = classId ? `there is no class “${classId}”` : `no class rule fits ${fileName}: choose a class`
    throw new Refusal('invalid', why)
  }
  const { register: _none, ...blank } = blankDocument(configuration, documentClass, arrival, account.id)
  return {
    ...blank,
    id: randomUUID(),
    title,
    revisionOrder: null,
    checkedOutBy: null,
    checkedOutAt: null,
    createdAt: at,
    changedAt: at,
    stateSince: at,
    change: 0,
    intake: null,
  }
}
