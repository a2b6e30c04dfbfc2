import { HandOverTaskRequest } from '../../../../shared/requests'
import { handOverTask } from '../../../tasks/acts'
import { taskOf } from '../../../tasks/queries'

export default route('person', async ({ event, db, account }) => {
  const { to, comment } = await body(event, HandOverTaskRequest)
  handOverTask(db, account, part(event, 'id'), to, comment)
  return taskOf(db, account, part(event, 'id'))
})
