import { ClaimRequest } from '../../../../shared/requests'
import { claimTask } from '../../../tasks/acts'
import { taskOf } from '../../../tasks/queries'

export default route('person', async ({ event, db, account }) => {
  const { claimed } = await body(event, ClaimRequest)
  claimTask(db, account, part(event, 'id'), claimed)
  return taskOf(db, account, part(event, 'id'))
})
