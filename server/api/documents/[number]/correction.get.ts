import { toldCorrection } from '../../../../core/engine'
import { CorrectionQuery } from '../../../../shared/requests'
import { decideCorrecting } from '../../../documents/acts/correct'
import { requireRights, seenRow } from '../../../documents/rights'
import { snapshot } from '../../../documents/rows'

/** What correcting a register row would do, or every reason against. */
export default route('person', ({ event, db, account }) => {
  const row = seenRow(db, account, part(event, 'number'))
  requireRights(db, account, row, ['history'])
  const asked = query(event, CorrectionQuery)
  const wanted = { ...asked, row: asked.row - 1 }
  return toldCorrection(snapshot(db, row), decideCorrecting(db, account, row, wanted))
})
