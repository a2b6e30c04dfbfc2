import { StartIntakeRequest } from '../../../shared/requests'
import { startIntake } from '../../intake/start'

export default route('administrator', async ({ event, db, account }) => ({
  id: await startIntake(db, account, await body(event, StartIntakeRequest)),
}))
