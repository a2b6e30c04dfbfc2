import { PublishRequest } from '../../../shared/requests'
import { publish } from '../../configuration/publish'

export default route('administrator', async ({ event, db, computer, account }) => {
  const { change, comment, moves } = await body(event, PublishRequest)
  const checked = await computer.compute('check-draft', null)
  return publish(db, account, checked, change, comment ?? null, moves)
})
