import type { DocumentRecord } from '../../../core/attribute'
import { boundIn } from '../../../core/configuration'
import { decideCheckIn, type Written } from '../../../core/engine'
import type { FileFinding } from '../../../shared/answers'
import { heldTo, keepSaid, type Looked } from '../../bindings/check-in'
import { unreadOf } from '../../bindings/unread'
import { published } from '../../configuration/published'
import { atomically, type Db, type Tx } from '../../database/connection'
import type { Account } from '../../directory/people'
import { Refusal } from '../../refusal'
import { type Chosen, commandsOf, requireFree, requireOpen, rowToActOn, standingOf } from '../act'
import { carryOut } from '../carry-out'
import { followUp } from '../follow-up'
import { contentOf, type DocumentRow, type Incoming } from '../rows'

/** A document that a person may check in now. @throws Refusal, also for one that they may not see. */
export function checkedOutRow(tx: Tx, account: Account, chosen: Chosen): DocumentRow {
  const row = rowToActOn(tx, account, chosen, ['edit'])
  requireOpen(published(tx).configuration, row)
  if (row.checkedOutBy === account.id) return row
  requireFree(tx, row, account)
  const why = 'is not checked out: check it out before you check a new file in'
  throw new Refusal('conflict', `${row.number} ${why}`)
}

/** What a check-in would take in, as it is known before: the content before it, for what changed since. */
export function contentBefore(tx: Tx, account: Account, chosen: Chosen): Incoming {
  const row = checkedOutRow(tx, account, chosen)
  return contentOf(tx, row.id, row.version)
}

const valuesOf = (said: Written[], side: 'before' | 'after'): DocumentRecord =>
  Object.fromEntries(said.map((entry) => [entry.attribute, entry[side]]))

/**
 * Takes a new content in as the next version. The current label stands for it from now on, and what it says at bound
 * places goes into the record. @returns what it does not simply say
 */
export function checkIn(
  db: Db,
  account: Account,
  chosen: Chosen,
  content: Incoming,
  comment: string | null,
  looked?: Looked,
): FileFinding[] {
  return atomically(db, (tx) => {
    const row = checkedOutRow(tx, account, chosen)
    const { configuration } = published(tx)
    // If the content before is unread, its values are not in the record: take all values of the new one.
    const known = looked && unreadOf(tx, row.id) ? { after: looked.after } : looked
    const inFile = known && heldTo(boundIn(configuration, row), row.record, known)
    const said = Object.entries(inFile?.values ?? {}).map(([attribute, after]) => ({
      ...{ attribute, before: row.record[attribute] ?? null, after },
    }))
    const standing = standingOf(tx, account, row, comment ?? undefined)
    const commands = commandsOf(decideCheckIn({ ...standing, said }), row.number)
    const { fileName, sha256 } = content
    carryOut(tx, account, configuration, row, commands, {
      code: 'check-in',
      action: 'check in',
      why: comment,
      content,
      before: { version: row.version, ...valuesOf(said, 'before') },
      after: { version: row.version + 1, fileName, sha256, ...valuesOf(said, 'after') },
    })
    const findings = looked ? keepSaid(tx, { id: row.id, version: row.version + 1 }, looked, inFile) : []
    followUp(tx, row.id, commands)
    return findings
  })
}
