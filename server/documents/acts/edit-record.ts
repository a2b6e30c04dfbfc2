import { type DocumentRecord, valueFor } from '../../../core/attribute'
import { attributeOf, type Configuration } from '../../../core/configuration'
import { record } from '../../audit/trail'
import type { Db } from '../../database/connection'
import type { Account } from '../../directory/people'
import { Refusal } from '../../refusal'
import { act, type Chosen, requireFree, requireOpen } from '../act'
import { endRounds } from '../carry-out'
import { update } from '../rows'

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
    const before = Object.fromEntries(Object.keys(after).map((id) => [id, row.record[id] ?? null]))
    if (Object.keys(after).some((id) => after[id] !== before[id])) endRounds(tx, row.id)
    update(tx, row, {
      record: { ...row.record, ...after },
      ...('title' in after ? { title: after.title as string | null } : {}),
      lastEditor: account.id,
    })
    record(tx, account, {
      code: 'edit',
      action: 'edit record',
      subject: { kind: 'document', id: row.id, name: row.number },
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
