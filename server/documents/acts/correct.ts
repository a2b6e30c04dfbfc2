import { decideCorrection, type Decision, ofKind } from '../../../core/engine'
import { published } from '../../configuration/published'
import { atomically, type Db, type Tx } from '../../database/connection'
import type { Account } from '../../directory/people'
import { type Chosen, chosenRow, commandsOf, standingOf } from '../act'
import { carryOut } from '../carry-out'
import { followUp } from '../follow-up'
import type { DocumentRow } from '../rows'

/** A register row, by its place from 0, and the label it should have. */
export interface Wanted {
  row: number
  label: string
  comment?: string
}

/** What correcting a register row would do. */
export const decideCorrecting = (
  tx: Tx,
  account: Account,
  row: DocumentRow,
  { row: index, label, comment }: Wanted,
): Decision => decideCorrection({ ...standingOf(tx, account, row, comment), row: index, label })

/** Corrects the label of a register row, keeping what it was; the versions and the record that carry it follow. */
export function correctLabel(db: Db, account: Account, chosen: Chosen, wanted: Wanted): void {
  atomically(db, (tx) => {
    const row = chosenRow(tx, account, chosen)
    const { configuration } = published(tx)
    const commands = commandsOf(decideCorrecting(tx, account, row, wanted), row.number)
    const { before, row: after } = ofKind(commands, 'correct-register-row')[0]!
    carryOut(tx, account, configuration, row, commands, {
      code: 'correct',
      action: 'correct label',
      why: wanted.comment,
      before: { revision: before, version: after.version },
      after: { revision: after.label, version: after.version },
    })
    followUp(tx, row.id, commands)
  })
}
