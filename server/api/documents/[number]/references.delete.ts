import { ReferenceRequest } from '../../../../shared/requests'
import { removeReference } from '../../../documents/acts/refer'

export default route('person', async ({ event, db, account }) => {
  const { change, to } = await body(event, ReferenceRequest)
  removeReference(db, account, { number: part(event, 'number'), change }, to)
  return { number: part(event, 'number') }
})
