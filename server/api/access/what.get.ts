import { AccessQuery } from '../../../shared/requests'

/** What somebody may do somewhere, right by right. */
export default route('administrator', ({ event, computer, account }) =>
  computer.compute('what-may', { account, asked: { ...query(event, AccessQuery) } }),
)
