import {
  allowsAll,
  blankDocument,
  classFor,
  decide,
  type Decision,
  type DocumentSnapshot,
  type Outcome,
  type RegisterRow,
} from '../../core/engine'
import { allows, chainTo, type Right } from '../../core/access'
import { type DocumentRecord, valueFor } from '../../core/attribute'
import { canonicalNumber } from '../../core/numbering'
import type { PlannedDocument, Prediction } from '../../core/intake'
import {
  attributeOf,
  type Configuration,
  lifecycleOf,
  schemeFor,
  stateName,
  stateUseOf,
} from '../../core/configuration'
import { first, format, orderKey, positionOf } from '../../core/revision'
import { randomUUID } from 'node:crypto'
import { and, eq } from 'drizzle-orm'
import { referencesBelow } from './references'
import { atomically, type Db, type Tx } from '../database/connection'
import { documents, people, registerRows, versions } from '../database/schema'
import { statements } from '../database/statements'
import type { Stored } from '../files/store'
import { record, type Actor } from './audit'
import { allFolders, published } from './configuration'
import { Refusal } from './errors'
import { asPerson, type Account } from './people'
import { now, today } from './clock'

export type DocumentRow = typeof documents.$inferSelect

/** A content that has come in, with the name it had outside. */
export interface Incoming extends Stored {
  fileName: string
}

/** A document that is not there, or that the caller may not see: the same answer for both, so that it tells nothing. */
export const notThere = (number: string): Refusal =>
  new Refusal(404, `there is no document ${number} that you may see`)

/** @throws Refusal where no document has this number. */
export function documentRow(tx: Tx, number: string): DocumentRow {
  const row = tx.select().from(documents).where(eq(documents.number, number)).get()
  if (!row) throw notThere(number)
  return row
}

/** As `documentRow`, by the document's id. */
export function documentRowById(tx: Tx, id: string): DocumentRow {
  const row = statements(tx).documentById.get({ id })
  if (!row) throw new Refusal(404, 'there is no such document that you may see')
  return row
}

/** Refuses unless a person may see a document, known by its id, and its history. */
export function requireHistory(tx: Tx, account: Account, id: string): void {
  const row = documentRowById(tx, id)
  if (!seenBy(tx, account)(row)) throw new Refusal(404, 'there is no such document that you may see')
  requireRights(tx, account, row, ['history'])
}

/** A document as the engine sees it. */
export function snapshot(tx: Tx, row: DocumentRow): DocumentSnapshot {
  const holder = row.checkedOutBy
    ? tx
        .select({ id: people.id, name: people.name })
        .from(people)
        .where(eq(people.id, row.checkedOutBy))
        .get()
    : undefined
  return {
    number: row.number,
    lifecycle: row.lifecycle,
    classId: row.classId,
    state: row.state,
    folder: row.folder,
    fileName: row.fileName,
    record: row.record,
    revision: row.revision,
    register: register(tx, row.id),
    version: row.version,
    checkedOutBy: holder ?? null,
    creator: row.creator,
    lastEditor: row.lastEditor,
    references: referencesBelow(tx, row.id),
  }
}

export function register(tx: Tx, document: string): RegisterRow[] {
  return statements(tx)
    .register.all({ document })
    .map(({ was, ...row }) => (was ? { ...row, was } : row))
}

/** What firing a transition would do to a document, or every reason against. */
export function predict(
  tx: Tx,
  account: Account,
  row: DocumentRow,
  transition: string,
  comment?: string,
): Decision {
  return decide({
    configuration: published(tx).configuration,
    folders: allFolders(tx),
    document: snapshot(tx, row),
    transition,
    person: asPerson(account),
    comment,
    today: today(),
  })
}

/** Refuses unless the person has all of the rights on the document, naming what is missing. */
export function requireRights(tx: Tx, account: Account, row: DocumentRow, rights: Right[]): void {
  const { configuration } = published(tx)
  const { reasons } = allowsAll(
    { configuration, folders: allFolders(tx), document: snapshot(tx, row), person: asPerson(account) },
    lifecycleOf(configuration, row.lifecycle),
    rights,
  )
  if (reasons.length === 0) return
  if (rights.includes('see')) throw notThere(row.number)
  throw new Refusal(403, reasons.map((reason) => reason.message).join('; '), reasons)
}

/** Where a document stands, as far as seeing it goes. */
export type Placed = Pick<DocumentRow, 'folder' | 'lifecycle' | 'state'>

/** Whether a person may see a document: for lists of documents that were found by other ways than a search. */
export function seenBy(tx: Tx, account: Account): (document: Placed) => boolean {
  const { configuration } = published(tx)
  const folders = allFolders(tx)
  const person = asPerson(account)
  return ({ folder, lifecycle, state }) => {
    const use = configuration.lifecycles
      .find(({ id }) => id === lifecycle)
      ?.states.find((other) => other.state === state)
    return use !== undefined && allows(person, chainTo(folders, folder), use, 'see')
  }
}

/** Fires a transition by hand: decides on the document as it stands now, and applies the outcome in one transaction. */
export function fire(
  db: Db,
  account: Account,
  number: string,
  transition: string,
  comment: string | undefined,
  change: number,
): DocumentRow {
  return atomically(db, (tx) => {
    const row = unchanged(documentRow(tx, number), change)
    requireRights(tx, account, row, ['see'])
    const decision = predict(tx, account, row, transition, comment)
    if (!decision.ok)
      throw new Refusal(409, `${number} was left as it is: ${decision.reasons[0]!.message}`, decision.reasons)
    const { configuration } = published(tx)
    const name = lifecycleOf(configuration, row.lifecycle).transitions.find(
      ({ id }) => id === transition,
    )!.name
    applyOutcome(tx, account, configuration, row, decision.outcome, { action: name, why: comment })
    return documentRow(tx, number)
  })
}

/**
 * Writes an outcome of the engine: record, state, register row, version and audit entry.
 * `content` is the new version's file; without it, the new version has the current one's.
 */
export function applyOutcome(
  tx: Tx,
  actor: Actor,
  configuration: Configuration,
  row: DocumentRow,
  outcome: Outcome,
  act: { action: string; why?: string | null; at?: string; content?: Incoming },
): void {
  const at = act.at ?? now()
  if (outcome.version !== null) {
    const content = act.content ?? contentOf(tx, row.id, row.version)
    addVersion(tx, row.id, {
      version: outcome.version,
      content,
      revision: outcome.after,
      comment: outcome.register?.text ?? act.action,
      at,
      personName: actor.name,
    })
  }
  if (outcome.register) addRegisterRow(tx, row.id, outcome.register)
  statements(tx).changeStanding.run({
    id: row.id,
    state: outcome.to,
    revision: outcome.after,
    revisionOrder: orderOf(configuration, row.lifecycle, outcome.after),
    record: { ...row.record, ...writtenValues(outcome, 'after') },
    version: outcome.version ?? row.version,
    changedAt: at,
    stateSince: outcome.from === outcome.to ? row.stateSince : at,
    change: row.change + 1,
  })
  record(tx, actor, {
    action: act.action,
    subject: { kind: 'document', id: row.id, name: row.number },
    before: {
      state: stateName(configuration, outcome.from),
      revision: outcome.before,
      ...writtenValues(outcome, 'before'),
    },
    after: {
      state: stateName(configuration, outcome.to),
      revision: outcome.after,
      ...writtenValues(outcome, 'after'),
      ...(outcome.version ? { version: outcome.version } : {}),
    },
    why: act.why,
    at,
  })
}

function writtenValues(outcome: Outcome, side: 'before' | 'after'): DocumentRecord {
  return Object.fromEntries(outcome.written.map((entry) => [entry.attribute, entry[side]]))
}

/** The file of one of a document's versions. */
export function contentOf(tx: Tx, document: string, version: number): Incoming {
  return tx
    .select({ fileName: versions.fileName, sha256: versions.sha256, size: versions.size })
    .from(versions)
    .where(and(eq(versions.document, document), eq(versions.version, version)))
    .get()!
}

/** Adds a version to a document's chain. */
export function addVersion(
  tx: Tx,
  document: string,
  {
    content,
    ...rest
  }: {
    version: number
    content: Incoming
    revision: string | null
    comment: string | null
    at: string
    personName: string
  },
): void {
  statements(tx).addVersion.run({
    document,
    fileName: content.fileName,
    sha256: content.sha256,
    size: content.size,
    ...rest,
  })
}

function addRegisterRow(tx: Tx, document: string, row: RegisterRow): void {
  const last = statements(tx).lastRegisterRow.get({ document })
  statements(tx).addRegisterRow.run({ document, position: (last?.position ?? 0) + 1, was: null, ...row })
}

/** What a label sorts by in tables. */
export function orderOf(
  configuration: Configuration,
  lifecycle: string,
  label: string | null,
): string | null {
  if (label === null) return null
  const scheme = schemeFor(configuration, lifecycleOf(configuration, lifecycle))
  return orderKey(scheme, positionOf(scheme, label))
}

/** @throws Refusal where the document has changed since it was looked at. */
export function unchanged(row: DocumentRow, change: number): DocumentRow {
  if (row.change !== change)
    throw new Refusal(
      409,
      `${row.number} was changed by somebody else meanwhile; look at it as it is now and try again`,
    )
  return row
}

/** Changes a document's row, counting the change. */
export function update(tx: Tx, row: DocumentRow, values: Partial<DocumentRow>): void {
  tx.update(documents)
    .set({ ...values, changedAt: values.changedAt ?? now(), change: row.change + 1 })
    .where(eq(documents.id, row.id))
    .run()
}

/** Runs an act on one document in a transaction, after checking that it is seen, unchanged and allowed. */
export function act<T>(
  db: Db,
  account: Account,
  number: string,
  change: number,
  rights: Right[],
  body: (tx: Tx, row: DocumentRow, configuration: Configuration) => T,
): T {
  return atomically(db, (tx) => {
    const row = documentRow(tx, number)
    requireRights(tx, account, row, ['see'])
    unchanged(row, change)
    requireRights(tx, account, row, rights)
    return body(tx, row, published(tx).configuration)
  })
}

function requireOpen(configuration: Configuration, row: DocumentRow): void {
  if (stateUseOf(lifecycleOf(configuration, row.lifecycle), row.state).content === 'open') return
  const state = stateName(configuration, row.state)
  throw new Refusal(
    409,
    `content is closed in ${state}: ${row.number} can be changed once a transition has brought it to a state that is open`,
  )
}

function requireFree(tx: Tx, row: DocumentRow, account: Account): void {
  const holder = snapshot(tx, row).checkedOutBy
  if (holder && holder.id !== account.id)
    throw new Refusal(
      409,
      `${row.number} is checked out by ${holder.name} since ${row.checkedOutAt!.slice(0, 10)}`,
    )
}

/** Reserves a document's file for one person. */
export function checkOut(db: Db, account: Account, number: string, change: number): void {
  act(db, account, number, change, ['open', 'edit'], (tx, row, configuration) => {
    requireOpen(configuration, row)
    requireFree(tx, row, account)
    if (row.checkedOutBy) throw new Refusal(409, `${number} is checked out by you already`)
    const at = now()
    update(tx, row, { checkedOutBy: account.id, checkedOutAt: at, changedAt: at })
    record(tx, account, {
      action: 'check out',
      subject: { kind: 'document', id: row.id, name: number },
      after: { version: row.version },
      at,
    })
  })
}

/** Gives the reservation back; the document stays as it was. */
export function undoCheckOut(db: Db, account: Account, number: string, change: number): void {
  act(db, account, number, change, ['edit'], (tx, row) => {
    requireFree(tx, row, account)
    if (!row.checkedOutBy) throw new Refusal(409, `${number} is not checked out`)
    update(tx, row, { checkedOutBy: null, checkedOutAt: null })
    record(tx, account, {
      action: 'undo check-out',
      subject: { kind: 'document', id: row.id, name: number },
      after: { version: row.version },
    })
  })
}

/** Takes a new content in as the next version. The current label stands for it from now on. */
export function checkIn(
  db: Db,
  account: Account,
  number: string,
  change: number,
  content: Incoming,
  comment: string | null,
): void {
  act(db, account, number, change, ['edit'], (tx, row, configuration) => {
    requireOpen(configuration, row)
    if (row.checkedOutBy !== account.id) {
      requireFree(tx, row, account)
      throw new Refusal(409, `${number} is not checked out: check it out before you check a new file in`)
    }
    const at = now()
    const version = row.version + 1
    addVersion(tx, row.id, {
      version,
      content,
      revision: row.revision,
      comment,
      at,
      personName: account.name,
    })
    if (row.revision !== null)
      tx.update(registerRows)
        .set({ version })
        .where(
          and(
            eq(registerRows.document, row.id),
            eq(registerRows.label, row.revision),
            eq(registerRows.version, row.version),
          ),
        )
        .run()
    update(tx, row, {
      version,
      fileName: content.fileName,
      checkedOutBy: null,
      checkedOutAt: null,
      lastEditor: account.id,
      changedAt: at,
    })
    record(tx, account, {
      action: 'check in',
      subject: { kind: 'document', id: row.id, name: number },
      before: { version: row.version },
      after: { version, fileName: content.fileName, sha256: content.sha256 },
      why: comment,
      at,
    })
  })
}

/** Writes values into the record; `null` or blank empties an attribute. */
export function editRecord(
  db: Db,
  account: Account,
  number: string,
  change: number,
  values: Record<string, string | null>,
): void {
  act(db, account, number, change, ['edit'], (tx, row, configuration) => {
    requireOpen(configuration, row)
    requireFree(tx, row, account)
    const after: DocumentRecord = {}
    for (const [id, text] of Object.entries(values)) {
      const attribute = attributeOf(configuration, id)
      if (attribute.systemOnly) throw new Refusal(400, `${attribute.name} is written by the vault alone`)
      try {
        after[id] = valueFor(attribute, text ?? '')
      } catch (error) {
        throw new Refusal(400, (error as Error).message)
      }
    }
    const before = Object.fromEntries(Object.keys(after).map((id) => [id, row.record[id] ?? null]))
    update(tx, row, {
      record: { ...row.record, ...after },
      ...('title' in after ? { title: after.title as string | null } : {}),
      lastEditor: account.id,
    })
    record(tx, account, {
      action: 'edit record',
      subject: { kind: 'document', id: row.id, name: number },
      before,
      after,
    })
  })
}

/** What a new document needs to be filed. */
export interface NewDocument {
  number: string
  title: string | null
  folder: string
  classId?: string
  record?: DocumentRecord
}

/**
 * Files a new document by check-in, the ordinary way: it enters its lifecycle at the first label of the scheme.
 * @throws Refusal where the number is taken, no class fits, or the person may not edit there.
 */
export function createDocument(
  db: Db,
  account: Account,
  asked: NewDocument,
  content: Incoming,
  comment: string | null,
  at = now(),
): string {
  return atomically(db, (tx) => {
    const { configuration } = published(tx)
    const number = canonicalNumber(asked.number)
    if (number === '' || number.length > 200)
      throw new Refusal(400, 'a document’s number has 1 to 200 characters')
    if (tx.select({ id: documents.id }).from(documents).where(eq(documents.number, number)).get())
      throw new Refusal(409, `the number ${number} is taken in the vault`)
    if (!allFolders(tx).some((folder) => folder.path === asked.folder))
      throw new Refusal(400, `there is no folder ${asked.folder} in the vault`)
    const row = newRow(configuration, account, { ...asked, number }, content.fileName, at)
    const scheme = schemeFor(configuration, lifecycleOf(configuration, row.lifecycle))
    const label = format(scheme, first(scheme))
    tx.insert(documents)
      .values({
        ...row,
        version: 1,
        revision: label,
        revisionOrder: orderOf(configuration, row.lifecycle, label),
      })
      .run()
    requireRights(tx, account, documentRow(tx, number), ['edit'])
    addVersion(tx, row.id, { version: 1, content, revision: label, comment, at, personName: account.name })
    addRegisterRow(tx, row.id, {
      label,
      date: at.slice(0, 10),
      author: account.name,
      text: comment ?? 'Filed',
      version: 1,
      origin: 'native',
    })
    record(tx, account, {
      action: 'check in',
      subject: { kind: 'document', id: row.id, name: number },
      after: {
        state: stateName(configuration, row.state),
        revision: label,
        version: 1,
        fileName: content.fileName,
      },
      why: comment,
      at,
    })
    return number
  })
}

/** A document's row before its first version. @throws Refusal where no class fits. */
function newRow(
  configuration: Configuration,
  account: Account,
  { number, title, folder, classId, record: values }: NewDocument,
  fileName: string,
  at: string,
): DocumentRow {
  const arrival = { number, folder, fileName, record: { ...values, ...(title ? { title } : {}) } }
  const documentClass = classId
    ? configuration.classes.find(({ id }) => id === classId)
    : classFor(configuration, arrival)
  if (!documentClass)
    throw new Refusal(
      400,
      classId ? `there is no class “${classId}”` : `no class rule fits ${fileName}: choose a class`,
    )
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
    change: 1,
    intake: null,
  }
}

/**
 * Brings a planned legacy document in: older files as versions, history into the register, and the label taken over by the
 * engine's decision on the document as it stands in the vault. Runs in the caller's transaction.
 * @returns the document's id and what came of it, read back from the vault.
 */
export function bringIn(
  tx: Tx,
  account: Account,
  intake: string,
  plan: PlannedDocument,
  contents: Incoming[],
): { document: string; result: Prediction } {
  const { configuration } = published(tx)
  const at = now()
  const current = contents.at(-1)!
  const row = {
    ...newRow(
      configuration,
      account,
      {
        number: plan.number,
        title: plan.title,
        folder: plan.folder,
        classId: plan.classId!,
        record: plan.record,
      },
      current.fileName,
      at,
    ),
    version: contents.length - 1,
    record: plan.record,
    intake,
  }
  statements(tx).addDocument.run(row)
  contents.slice(0, -1).forEach((content, index) =>
    addVersion(tx, row.id, {
      version: index + 1,
      content,
      revision: plan.files[index]!.label,
      comment: 'From before the vault',
      at,
      personName: account.name,
    }),
  )
  plan.history.forEach((entry, index) =>
    statements(tx).addRegisterRow.run({ document: row.id, position: index + 1, was: null, ...entry }),
  )
  const document: DocumentSnapshot = { ...row, register: plan.history, checkedOutBy: null }
  const decision = decide({
    configuration,
    folders: allFolders(tx),
    document,
    transition: plan.transition!,
    person: asPerson(account),
    today: at.slice(0, 10),
    legacy: plan.legacy ?? undefined,
  })
  if (!decision.ok)
    throw new Refusal(409, decision.reasons.map((reason) => reason.message).join('; '), decision.reasons)
  applyOutcome(tx, account, configuration, row, decision.outcome, {
    action: 'bring in',
    why: `Intake: ${contents.map((content) => content.fileName).join(', ')}`,
    at,
    content: current,
  })
  return { document: row.id, result: standing(tx, row.id, plan.prediction!.next) }
}

function standing(tx: Tx, id: string, next: string | null): Prediction {
  const row = documentRowById(tx, id)
  return {
    state: row.state,
    revision: row.revision!,
    versions: row.version,
    register: register(tx, id),
    record: row.record,
    next,
  }
}
