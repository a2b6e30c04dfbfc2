import { and, eq, inArray } from 'drizzle-orm'
import {
  type Ancestor,
  type Corrected,
  decideAdoption,
  decideCorrection,
  decideRevising,
  type Decision,
  reasonsAgainstRollBack,
  type Revising,
  type Standing,
} from '../../core/engine'
import { lifecycleOf } from '../../core/configuration'
import type { Reason } from '../../core/access'
import { atomically, type Db, type Tx } from '../database/connection'
import { documents, registerRows, versions } from '../database/schema'
import { record } from './audit'
import { now, today } from './clock'
import { allFolders, published } from './configuration'
import {
  act,
  addVersion,
  applyOutcome,
  contentOf,
  documentRow,
  notThere,
  orderOf,
  requireRights,
  seenBy,
  snapshot,
  unchanged,
  update,
  type DocumentRow,
} from './documents'
import { Refusal } from './errors'
import { asPerson, type Account } from './people'
import { ancestors } from './references'

/** A document to act on, as it was looked at. */
export interface Chosen {
  number: string
  change: number
}

function standing(tx: Tx, account: Account, row: DocumentRow, comment?: string): Standing {
  return {
    configuration: published(tx).configuration,
    folders: allFolders(tx),
    document: snapshot(tx, row),
    person: asPerson(account),
    today: today(),
    comment,
  }
}

/** What adopting a label would do to a document. */
export function predictAdoption(
  tx: Tx,
  account: Account,
  row: DocumentRow,
  label: string | null,
  source: string,
  comment?: string,
): Decision {
  return decideAdoption({ ...standing(tx, account, row, comment), label, source })
}

/** Adopts the labels of several documents, all or none. @throws Refusal with every reason of the first that cannot be. */
export function adopt(
  db: Db,
  account: Account,
  chosen: (Chosen & { label: string })[],
  comment: string | undefined,
): void {
  atomically(db, (tx) => {
    const { configuration } = published(tx)
    for (const { number, change, label } of chosen) {
      const row = unchanged(seen(tx, account, number), change)
      const decision = predictAdoption(tx, account, row, label, 'the label entered', comment)
      if (!decision.ok) throw refusedWhole(number, decision.reasons, chosen.length)
      applyOutcome(tx, account, configuration, row, decision.outcome, { action: 'adopt label', why: comment })
    }
  })
}

/** A document of the chain from a part to the top assembly, with what a new revision would do to it. */
export interface ChainLink extends Ancestor, Revising {
  title: string | null
  lifecycle: string
  state: string
  revision: string | null
  change: number
}

/** What a new revision would do to a document, and to each document above it. */
export function revisionChain(tx: Tx, account: Account, number: string, comment?: string): ChainLink[] {
  const isSeen = seenBy(tx, account)
  const links: Ancestor[] = [{ number, depth: 0, under: number }, ...ancestors(tx, number)]
  return links.flatMap((link) => {
    const row = documentRow(tx, link.number)
    if (link.depth > 0 && !isSeen(row)) return []
    return [
      {
        ...link,
        ...decideRevising(standing(tx, account, row, comment)),
        title: row.title,
        lifecycle: row.lifecycle,
        state: row.state,
        revision: row.revision,
        change: row.change,
      },
    ]
  })
}

/** Makes a new revision of a document and of the chosen ones above it, all or none. */
export function revise(db: Db, account: Account, chosen: Chosen[], comment: string | undefined): void {
  atomically(db, (tx) => {
    const { configuration } = published(tx)
    for (const { number, change } of chosen) {
      const row = unchanged(seen(tx, account, number), change)
      const { decision, by } = decideRevising(standing(tx, account, row, comment))
      if (!decision.ok) throw refusedWhole(number, decision.reasons, chosen.length)
      const name = lifecycleOf(configuration, row.lifecycle).transitions.find(({ id }) => id === by)?.name
      applyOutcome(tx, account, configuration, row, decision.outcome, {
        action: name ?? 'new revision',
        why: comment,
      })
    }
  })
}

/** What correcting a register row would do. */
export function predictCorrection(
  tx: Tx,
  account: Account,
  row: DocumentRow,
  index: number,
  label: string,
  comment?: string,
) {
  return decideCorrection({ ...standing(tx, account, row, comment), row: index, label })
}

/** Corrects the label of a register row, keeping what it was; the versions and the record that carry it follow. */
export function correctLabel(
  db: Db,
  account: Account,
  number: string,
  change: number,
  index: number,
  label: string,
  comment: string,
): void {
  atomically(db, (tx) => {
    const row = unchanged(seen(tx, account, number), change)
    const answer = predictCorrection(tx, account, row, index, label, comment)
    if (!answer.ok) throw refusedWhole(number, answer.reasons, 1)
    const before = snapshot(tx, row).register[index]!
    writeCorrection(tx, row, index, before.label, answer.corrected)
    record(tx, account, {
      action: 'correct label',
      subject: { kind: 'document', id: row.id, name: number },
      before: { revision: before.label, version: before.version },
      after: { revision: answer.corrected.row.label, version: before.version },
      why: comment,
    })
  })
}

function writeCorrection(
  tx: Tx,
  row: DocumentRow,
  index: number,
  was: string,
  { row: after, current, written }: Corrected,
): void {
  const position = tx
    .select({ position: registerRows.position })
    .from(registerRows)
    .where(eq(registerRows.document, row.id))
    .orderBy(registerRows.position)
    .limit(1)
    .offset(index)
    .get()!.position
  tx.update(registerRows)
    .set({ label: after.label, was: after.was })
    .where(and(eq(registerRows.document, row.id), eq(registerRows.position, position)))
    .run()
  tx.update(versions)
    .set(labelled(after.label))
    .where(and(eq(versions.document, row.id), eq(versions.revision, was)))
    .run()
  const { configuration } = published(tx)
  update(
    tx,
    row,
    current
      ? {
          revision: after.label,
          revisionOrder: orderOf(configuration, row.lifecycle, after.label),
          record: {
            ...row.record,
            ...Object.fromEntries(written.map((entry) => [entry.attribute, entry.after])),
          },
        }
      : {},
  )
}

/** Every reason against rolling back to a version. */
export function predictRollBack(
  tx: Tx,
  account: Account,
  row: DocumentRow,
  version: number,
  comment?: string,
): Reason[] {
  return reasonsAgainstRollBack({ ...standing(tx, account, row, comment), version })
}

/** Takes the content of an earlier version in again as the newest one; the label stays and stands for it from now on. */
export function rollBack(
  db: Db,
  account: Account,
  number: string,
  change: number,
  version: number,
  comment: string,
): void {
  act(db, account, number, change, [], (tx, row) => {
    const reasons = predictRollBack(tx, account, row, version, comment)
    if (reasons.length) throw refusedWhole(number, reasons, 1)
    const at = now()
    const next = row.version + 1
    const content = contentOf(tx, row.id, version)
    addVersion(tx, row.id, {
      version: next,
      content,
      revision: row.revision,
      comment: `Rolled back to version ${version}: ${comment}`,
      at,
      personName: account.name,
    })
    if (row.revision !== null)
      tx.update(registerRows)
        .set({ version: next })
        .where(
          and(
            eq(registerRows.document, row.id),
            eq(registerRows.label, row.revision),
            eq(registerRows.version, row.version),
          ),
        )
        .run()
    update(tx, row, { version: next, fileName: content.fileName, lastEditor: account.id, changedAt: at })
    record(tx, account, {
      action: 'roll back',
      subject: { kind: 'document', id: row.id, name: number },
      before: { version: row.version },
      after: { version: next, contentOf: version, sha256: content.sha256 },
      why: comment,
      at,
    })
  })
}

function seen(tx: Tx, account: Account, number: string): DocumentRow {
  const row = documentRow(tx, number)
  requireRights(tx, account, row, ['see'])
  return row
}

function refusedWhole(number: string, reasons: Reason[], of: number): Refusal {
  const others = of > 1 ? `, and so were the other ${of - 1}` : ''
  return new Refusal(409, `${number} was left as it is${others}: ${reasons[0]!.message}`, reasons)
}

/** Rows of several documents by number, in the order asked. @throws Refusal where one is not there, or may not be seen. */
export function rowsByNumber(tx: Tx, account: Account, numbers: string[]): DocumentRow[] {
  const isSeen = seenBy(tx, account)
  const rows = new Map(
    tx
      .select()
      .from(documents)
      .where(inArray(documents.number, numbers))
      .all()
      .map((row) => [row.number, row]),
  )
  return numbers.map((number) => {
    const row = rows.get(number)
    if (!row || !isSeen(row)) throw notThere(number)
    return row
  })
}

const labelled = (label: string) => ({ revision: label })
