import { AccessQuery } from '../../../shared/requests'

/** Who may do something somewhere. */
export default route('administrator', ({ event, computer, account }) =>
  computer.compute('who-can', { account, asked: { ...query(event, AccessQuery) } }),
)
