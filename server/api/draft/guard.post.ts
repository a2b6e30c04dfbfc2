import { ConditionError } from '../../../core/condition'
import { GuardRequest } from '../../../shared/requests'
import { guardReach } from '../../configuration/guard-reach'

/** How many of the documents in some states meet a guard now. */
export default route('administrator', async ({ event, db }) => {
  const { lifecycle, states, guard } = await body(event, GuardRequest)
  try {
    return guardReach(db, lifecycle, states, guard)
  } catch (error) {
    if (error instanceof ConditionError)
      return { fault: { message: error.message, position: error.position } }
    throw error
  }
})
