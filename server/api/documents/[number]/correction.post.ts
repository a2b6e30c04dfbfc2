import { CorrectLabelRequest } from '../../../../shared/requests'
import { correctLabel } from '../../../documents/acts/correct'

export default route('person', async ({ event, db, account }) => {
  const { change, ...wanted } = await body(event, CorrectLabelRequest)
  correctLabel(db, account, { number: part(event, 'number'), change }, wanted)
  return { number: part(event, 'number') }
})
