import { eq } from 'drizzle-orm'
import { type Command, lettersOf, moveOn, type Reader, type Standing, system } from '../../core/engine'
import { forOneAct } from '../../core/template'
import { published } from '../configuration/published'
import type { Tx } from '../database/connection'
import { type MailWhen, people } from '../database/schema'
import { allFolders } from '../directory/folders'
import { everybody } from '../directory/people'
import { ownOrigin } from '../settings/address'
import { today } from '../settings/zone'
import { putInOutbox } from '../mail/outbox'
import { carryOut } from './carry-out'
import { referencesBelow } from './references'
import { type DocumentRow, documentRowById, snapshot } from './rows'

/** A document with all that what it does by itself rests on, whoever looks. */
const ownStanding = (
  tx: Tx,
  row: DocumentRow,
  isSeen: Parameters<typeof referencesBelow>[2] = () => true,
): Omit<Standing, 'person' | 'comment'> => ({
  configuration: published(tx).configuration,
  folders: allFolders(tx),
  document: { ...snapshot(tx, row), references: referencesBelow(tx, row.id, isSeen) },
  people: everybody(tx),
  today: today(tx),
})

/** What a document would do by itself where it stands, as somebody may know it who does not see all it refers to. */
export function byItself(tx: Tx, row: DocumentRow, isSeen: Parameters<typeof referencesBelow>[2]) {
  const { moves, undecided } = forOneAct(() => moveOn(ownStanding(tx, row, isSeen)))
  return { moves: moves.map(({ transition }) => transition.name), undecided }
}

/**
 * What follows from an act in its transaction: the moves that the document makes by itself where it stands then, each
 * with its entry in the trail, and the letters of all of it into the outbox. @returns how many moves.
 */
export function followUp(tx: Tx, id: string, commands: Command[]): number {
  const standing = ownStanding(tx, documentRowById(tx, id))
  const { moves, document } = forOneAct(() => moveOn(standing))
  for (const { transition, commands: own } of moves)
    carryOut(tx, { id: null, name: system.name }, standing.configuration, documentRowById(tx, id), own, {
      code: 'fire',
      action: transition.name,
    })
  send(tx, { ...standing, document }, [...commands, ...moves.flatMap((move) => move.commands)])
  return moves.length
}

/** Puts the letters of commands into the outbox, where the document stands now. */
export const tell = (tx: Tx, id: string, commands: Command[]): void =>
  send(tx, ownStanding(tx, documentRowById(tx, id)), commands)

/** Puts the letters of commands into the outbox, one to each address. */
function send(tx: Tx, standing: ReturnType<typeof ownStanding>, commands: Command[]): void {
  if (!commands.some(({ kind }) => kind === 'tell')) return
  const readers: (Reader & { mailWhen: MailWhen })[] = tx
    .select({
      ...{ id: people.id, name: people.name, groups: people.groups, mail: people.mail },
      mailWhen: people.mailWhen,
    })
    .from(people)
    .where(eq(people.active, true))
    .all()
  const wishes = new Map(readers.map(({ mail, mailWhen }) => [mail, mailWhen]))
  for (const { to, subject, body, asks } of lettersOf(standing, commands, readers))
    for (const recipient of to) {
      const wish = asks.includes(recipient) ? 'at-once' : (wishes.get(recipient) ?? 'at-once')
      const link = linkTo(tx, standing.document.number, asks.includes(recipient))
      if (wish !== 'never') putInOutbox(tx, { recipient, subject, body, link, gathered: wish === 'daily' })
    }
}

/** Where a document is looked at, or decided by whoever is asked for it. */
const linkTo = (tx: Tx, number: string, isAsked: boolean): string =>
  isAsked
    ? `${ownOrigin(tx)}/tasks?document=${encodeURIComponent(number)}`
    : `${ownOrigin(tx)}/vault/${encodeURIComponent(number)}`
