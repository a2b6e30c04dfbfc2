import { DeferRequest } from '../../../../shared/requests'
import { deferTask } from '../../../tasks/acts'
import { taskOf } from '../../../tasks/queries'

export default route('person', async ({ event, db, account }) => {
  const { until } = await body(event, DeferRequest)
  deferTask(db, account, part(event, 'id'), until)
  return taskOf(db, account, part(event, 'id'))
})
