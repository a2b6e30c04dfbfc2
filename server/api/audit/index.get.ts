import { AuditQuery } from '../../../shared/requests'
import { trail } from '../../services/audit'
import { documentRowById, requireRights } from '../../services/documents'
import { Refusal } from '../../services/errors'

/** The trail of one document for whoever may see its history; everything for administrators. */
export default route('person', ({ event, db, account }) => {
  const asked = query(event, AuditQuery)
  if (!account.administrator) {
    if (asked.kind !== 'document' || !asked.subject) throw new Refusal(403, `${account.name} is no administrator of this vault: ask one`)
    requireRights(db, account, documentRowById(db, asked.subject), ['history'])
  }
  return trail(db, asked)
})
