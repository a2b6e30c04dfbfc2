import { RollBackRequest } from '../../../../shared/requests'
import { rollBack } from '../../../documents/acts/roll-back'

export default route('person', async ({ event, db, account }) => {
  const { change, version, comment } = await body(event, RollBackRequest)
  rollBack(db, account, { number: part(event, 'number'), change }, version, comment)
  return { number: part(event, 'number') }
})
