import { PublishRequest } from '../../../shared/requests'
import { publish } from '../../configuration/publish'

export default route('administrator', async ({ event, db, account }) => {
  const { change, comment, moves } = await body(event, PublishRequest)
  return publish(db, account, change, comment ?? null, moves)
})
