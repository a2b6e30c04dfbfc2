import { RollBackRequest } from '../../../../shared/requests'
import { rollBack } from '../../../services/revisions'

export default route('person', async ({ event, db, account }) => {
  const { change, version, comment } = await body(event, RollBackRequest)
  rollBack(db, account, part(event, 'number'), change, version, comment)
  return { number: part(event, 'number') }
})
