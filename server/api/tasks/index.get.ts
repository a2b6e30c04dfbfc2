import { TasksQuery } from '../../../shared/requests'

/** What waits for whoever asks. */
export default route('person', ({ event, account, computer }) =>
  computer.compute('tasks', { account, query: query(event, TasksQuery) }),
)
