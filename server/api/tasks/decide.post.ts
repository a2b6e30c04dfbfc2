import { DecideTasksRequest } from '../../../shared/requests'
import { decideTasks } from '../../tasks/acts'

/** Decides tasks, one or many in one way. */
export default route('person', async ({ event, db, account }) =>
  decideTasks(db, account, { ...(await body(event, DecideTasksRequest)), place: requestPlace(event) }),
)
