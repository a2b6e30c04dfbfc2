import type { Profile } from '../../../../core/intake'
import { ProfileRequest } from '../../../../shared/requests'
import { changeProfile } from '../../../intake/settle'
import { planAgain } from '../../../utils/plan-again'

export default route('administrator', async (context) => {
  const profile = JSON.parse(JSON.stringify(await body(context.event, ProfileRequest))) as Profile
  return planAgain(context, (id) => changeProfile(context.db, context.account, id, profile))
})
