import { reasonsAgainst } from '../../../../core/engine'
import { RollBackQuery } from '../../../../shared/requests'
import { decideRollingBack } from '../../../documents/acts/roll-back'
import { requireRights, seenRow } from '../../../documents/rights'

/** Every reason against rolling back to a version. */
export default route('person', ({ event, db, account }) => {
  const row = seenRow(db, account, part(event, 'number'))
  requireRights(db, account, row, ['history'])
  const { version, comment } = query(event, RollBackQuery)
  return { reasons: reasonsAgainst(decideRollingBack(db, account, row, version, comment)) }
})
