import { decide, type DocumentSnapshot } from '../../core/engine'
import type { PlannedDocument, Prediction } from '../../core/intake'
import { now } from '../clock'
import { dayOf } from '../settings/zone'
import { published } from '../configuration/published'
import type { Tx } from '../database/connection'
import { allFolders } from '../directory/folders'
import { type Account, asPerson } from '../directory/people'
import { commandsOf } from '../documents/act'
import { newRow } from '../documents/acts/file'
import { carryOut } from '../documents/carry-out'
import { type DocumentRow, documentRowById, type Incoming, register } from '../documents/rows'
import { statements } from '../documents/statements'

/**
 * Brings a planned legacy document in: older files as versions, history into the register, and the label
 * taken over by the
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
  const asked = { number: plan.number, title: plan.title, folder: plan.folder, classId: plan.classId! }
  const row: DocumentRow = {
    ...newRow(configuration, account, asked, current.fileName, at),
    version: contents.length - 1,
    record: plan.record,
    intake,
  }
  writePast(tx, account, row, plan, contents.slice(0, -1), at)
  const document: DocumentSnapshot = { ...row, register: plan.history, checkedOutBy: null }
  const decision = decide({
    configuration,
    folders: allFolders(tx),
    document,
    transition: plan.transition!,
    person: asPerson(account),
    today: dayOf(tx, at),
    legacy: plan.legacy ?? undefined,
  })
  carryOut(tx, account, configuration, row, commandsOf(decision, plan.number), {
    code: 'bring-in',
    action: 'bring in',
    why: `Intake: ${contents.map((content) => content.fileName).join(', ')}`,
    at,
    content: current,
    isNew: true,
  })
  return { document: row.id, result: standing(tx, row.id, plan.prediction!.next) }
}

/** The document as it was before its newest file: its earlier files as versions, its history as the register. */
function writePast(
  tx: Tx,
  account: Account,
  row: DocumentRow,
  plan: PlannedDocument,
  earlier: Incoming[],
  at: string,
): void {
  earlier.forEach(({ fileName, sha256, size }, index) =>
    statements(tx).addVersion.run({
      document: row.id,
      version: index + 1,
      fileName,
      sha256,
      size,
      revision: plan.files[index]!.label,
      comment: 'From before the vault',
      at,
      personName: account.name,
    }),
  )
  plan.history.forEach((entry, index) =>
    statements(tx).addRegisterRow.run({ document: row.id, position: index + 1, was: null, ...entry }),
  )
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
