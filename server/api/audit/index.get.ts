import { AuditQuery } from '../../../shared/requests'
import { trail } from '../../services/audit'
import { requireHistory } from '../../services/documents'
import { Refusal } from '../../services/errors'

/** The trail of one document for whoever may see its history; everything for administrators. */
export default route('person', ({ event, db, account }) => {
  const asked = query(event, AuditQuery)
  if (!account.administrator) {
    if (asked.kind !== 'document' || !asked.subject)
      throw new Refusal(403, `${account.name} is no administrator of this vault: ask one`)
    requireHistory(db, account, asked.subject)
  }
  return trail(db, asked)
})
