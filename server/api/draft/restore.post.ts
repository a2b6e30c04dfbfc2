import { RestoreRequest } from '../../../shared/requests'
import { restoreConfiguration } from '../../configuration/draft'

export default route('administrator', async ({ event, db, account }) => {
  const { change, configuration } = await body(event, RestoreRequest)
  return restoreConfiguration(db, account, configuration, change)
})
