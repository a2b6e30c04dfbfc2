import { AdoptionPlanRequest } from '../../../shared/requests'

export default route('person', async ({ event, computer, account }) => {
  const query = { ...(await body(event, AdoptionPlanRequest)) }
  return computer.compute('plan-adoption', { account, query })
})
