import { DecideTasksRequest } from '../../../shared/requests'

/** Decides tasks, one or many in one way. */
export default route('person', async ({ event, computer, account }) => {
  const { tasks, ...how } = await body(event, DecideTasksRequest)
  const asked = { ...how, tasks: plain(tasks), place: requestPlace(event) }
  return computer.compute('decide-tasks', { account, asked })
})
