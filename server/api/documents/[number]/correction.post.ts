import { CorrectLabelRequest } from '../../../../shared/requests'
import { correctLabel } from '../../../documents/acts/correct'

export default route('person', async ({ event, db, account }) => {
  const { change, row, ...wanted } = await body(event, CorrectLabelRequest)
  correctLabel(db, account, { number: part(event, 'number'), change }, { ...wanted, row: row - 1 })
  return { number: part(event, 'number') }
})
