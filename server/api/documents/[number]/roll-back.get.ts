import { RollBackQuery } from '../../../../shared/requests'
import { documentRow, requireRights } from '../../../services/documents'
import { predictRollBack } from '../../../services/revisions'

/** Every reason against rolling back to a version. */
export default route('person', ({ event, db, account }) => {
  const row = documentRow(db, part(event, 'number'))
  requireRights(db, account, row, ['see'])
  const { version, comment } = query(event, RollBackQuery)
  return { reasons: predictRollBack(db, account, row, version, comment) }
})
