import { CorrectLabelRequest } from '../../../../shared/requests'
import { correctLabel } from '../../../services/revisions'

export default route('person', async ({ event, db, account }) => {
  const { change, row, label, comment } = await body(event, CorrectLabelRequest)
  correctLabel(db, account, part(event, 'number'), change, row, label, comment)
  return { number: part(event, 'number') }
})
