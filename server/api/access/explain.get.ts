import { AccessQuery } from '../../../shared/requests'

/** Whether somebody may do something somewhere, and the chain of rules that leads to the answer. */
export default route('administrator', ({ event, computer, account }) =>
  computer.compute('explain-access', { account, asked: { ...query(event, AccessQuery) } }),
)
