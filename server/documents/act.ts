import type { Reason, Right } from '../../core/access'
import { type Configuration, lifecycleOf, stateName, stateUseOf } from '../../core/configuration'
import type { Decision, Standing } from '../../core/engine'
import { today } from '../settings/zone'
import { published } from '../configuration/published'
import { atomically, type Db, type Tx } from '../database/connection'
import { allFolders } from '../directory/folders'
import { type Account, asPerson, everybody } from '../directory/people'
import { heldBy } from '../jobs/queue'
import { Refusal } from '../refusal'
import { referencesBelow } from './references'
import { requireRights, seenBy, seenRow } from './rights'
import { type DocumentRow, holderOf, snapshot, unchanged } from './rows'

/** A document to act on, as it was looked at. */
export interface Chosen {
  number: string
  change: number
}

/** Everything that a decision of the engine rests on; references as far as the person may see them. */
export const standingOf = (tx: Tx, account: Account, row: DocumentRow, comment?: string): Standing => ({
  configuration: published(tx).configuration,
  folders: allFolders(tx),
  document: { ...snapshot(tx, row), references: referencesBelow(tx, row.id, seenBy(tx, account)) },
  person: asPerson(account),
  people: everybody(tx),
  today: today(tx),
  comment,
})

/** A document that the person may see and that is as it was looked at. @throws Refusal */
export function chosenRow(tx: Tx, account: Account, { number, change }: Chosen): DocumentRow {
  const row = unchanged(seenRow(tx, account, number), change)
  requireNotHeld(tx, row)
  return row
}

/** @throws Refusal while a job has the document. */
function requireNotHeld(tx: Tx, row: DocumentRow): void {
  const job = heldBy(tx, row.id)
  if (job === undefined) return
  const message = `${row.number} is held by a job (${job})`
  const wayOut = 'wait until it is done, or have an administrator stop it'
  throw new Refusal('conflict', message, [{ rule: 'checked-out', message, where: 'the queue', wayOut }])
}

/** A document that is seen, unchanged and may be acted on. @throws Refusal that names what is missing. */
export function rowToActOn(tx: Tx, account: Account, chosen: Chosen, rights: Right[]): DocumentRow {
  const row = chosenRow(tx, account, chosen)
  requireRights(tx, account, row, rights)
  return row
}

/** Runs an act on one document in a transaction, after checking that it is seen, unchanged and allowed. */
export function act<T>(
  db: Db,
  account: Account,
  chosen: Chosen,
  rights: Right[],
  body: (tx: Tx, row: DocumentRow, configuration: Configuration) => T,
): T {
  return atomically(db, (tx) =>
    body(tx, rowToActOn(tx, account, chosen, rights), published(tx).configuration),
  )
}

/**
 * The commands of a decision. @throws Refusal with every reason where it is refused; `of` documents are acted
 * on together.
 */
export function commandsOf(decision: Decision, number: string, of = 1) {
  if (decision.answer === 'refused') throw refusedWhole(number, decision.reasons, of)
  return decision.commands
}

function refusedWhole(number: string, reasons: Reason[], of: number): Refusal {
  const others = of > 1 ? `, and so were the other ${of - 1}` : ''
  return new Refusal('conflict', `${number} was left as it is${others}: ${reasons[0]!.message}`, reasons)
}

/** @throws Refusal where the state does not let content be changed. */
export function requireOpen(configuration: Configuration, row: DocumentRow): void {
  if (stateUseOf(lifecycleOf(configuration, row.lifecycle), row.state).content === 'open') return
  const state = stateName(configuration, row.state)
  throw new Refusal(
    'conflict',
    `content is closed in ${state}: ${row.number} can be changed once a transition has brought it to a state that is open`,
  )
}

/** @throws Refusal where somebody else has it checked out. */
export function requireFree(tx: Tx, row: DocumentRow, account: Account): void {
  const holder = holderOf(tx, row)
  if (!holder || holder.id === account.id) return
  const since = row.checkedOutAt!.slice(0, 10)
  throw new Refusal('conflict', `${row.number} is checked out by ${holder.name} since ${since}`)
}
