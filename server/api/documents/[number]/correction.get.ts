import { CorrectionQuery } from '../../../../shared/requests'
import { documentRow, requireRights } from '../../../services/documents'
import { predictCorrection } from '../../../services/revisions'

/** What correcting a register row would do, or every reason against. */
export default route('person', ({ event, db, account }) => {
  const row = documentRow(db, part(event, 'number'))
  requireRights(db, account, row, ['see'])
  const { row: index, label, comment } = query(event, CorrectionQuery)
  return predictCorrection(db, account, row, index, label, comment)
})
