import { AuditQuery } from '../../../shared/requests'
import { requireHistory } from '../../documents/rights'
import { Refusal } from '../../refusal'

/** The trail of one document for whoever may see its history; everything for administrators. */
export default route('person', ({ event, db, computer, account }) => {
  const asked = { ...query(event, AuditQuery) }
  if (account.administrator) return computer.compute('trail', { account, asked })
  if (asked.kind !== 'document' || !asked.subject)
    throw new Refusal('forbidden', `${account.name} is no administrator of this vault: ask one`)
  requireHistory(db, account, asked.subject)
  return computer.compute('trail', { account, asked })
})
