import { SettleRequest } from '../../../../shared/requests'
import { settleFiles } from '../../../intake/settle'
import { planAgain } from '../../../utils/plan-again'

export default route('administrator', async (context) => {
  const { settled } = await body(context.event, SettleRequest)
  const decided = Object.fromEntries(
    settled.map(({ key, settlement }) => [key, settlement && { ...settlement }]),
  )
  return planAgain(context, (id) => settleFiles(context.db, context.account, id, decided))
})
