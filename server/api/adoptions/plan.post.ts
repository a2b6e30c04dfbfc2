import { AdoptionPlanRequest } from '../../../shared/requests'
import { adoptionPlan } from '../../documents/adoption-plan'

export default route('person', async ({ event, db, account }) =>
  adoptionPlan(db, account, await body(event, AdoptionPlanRequest)),
)
