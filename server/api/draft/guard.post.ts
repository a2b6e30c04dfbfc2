import { GuardRequest } from '../../../shared/requests'

/** How many of the documents in some states meet a guard now. */
export default route('administrator', async ({ event, computer, account }) => {
  const { lifecycle, states, guard } = await body(event, GuardRequest)
  return computer.compute('reach-guard', { account, lifecycle, states, guard })
})
