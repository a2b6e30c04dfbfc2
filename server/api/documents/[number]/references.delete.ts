import { ReferenceRequest } from '../../../../shared/requests'
import { removeReference } from '../../../services/reference-acts'

export default route('person', async ({ event, db, account }) => {
  const { change, to } = await body(event, ReferenceRequest)
  removeReference(db, account, part(event, 'number'), change, to)
  return { number: part(event, 'number') }
})
