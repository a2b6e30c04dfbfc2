import { type DocumentRecord, valueFor } from '../../../core/attribute'
import { decideEdit } from '../../../core/engine'
import { attributeOf, type Configuration } from '../../../core/configuration'
import type { Db } from '../../database/connection'
import type { Account } from '../../directory/people'
import { Refusal } from '../../refusal'
import { act, type Chosen, commandsOf, requireFree, requireOpen, standingOf } from '../act'
import { carryOut } from '../carry-out'

/** Writes values into the record; `null` or blank empties an attribute. */
export function editRecord(
  db: Db,
  account: Account,
  chosen: Chosen,
  values: Record<string, string | null>,
): void {
  act(db, account, chosen, ['edit'], (tx, row, configuration) => {
    requireOpen(configuration, row)
    requireFree(tx, row, account)
    const after = valuesOf(configuration, values)
    const standing = standingOf(tx, account, row)
    const commands = commandsOf(decideEdit({ ...standing, values: after }), row.number)
    if (commands.length === 0) return
    const before = Object.fromEntries(Object.keys(after).map((id) => [id, row.record[id] ?? null]))
    carryOut(tx, account, configuration, row, commands, {
      code: 'edit',
      action: 'edit record',
      before,
      after,
    })
  })
}

/** @throws Refusal for an attribute that is written by the vault alone, or a value that it cannot hold. */
function valuesOf(configuration: Configuration, values: Record<string, string | null>): DocumentRecord {
  return Object.fromEntries(
    Object.entries(values).map(([id, text]) => {
      const attribute = attributeOf(configuration, id)
      if (attribute.systemOnly)
        throw new Refusal('invalid', `${attribute.name} is written by the vault alone`)
      try {
        return [id, valueFor(attribute, text ?? '')]
      } catch (cause) {
        throw new Refusal('invalid', (cause as Error).message, [], { cause })
      }
    }),
  )
}
