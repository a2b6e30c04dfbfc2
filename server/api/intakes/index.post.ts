import { StartIntakeRequest } from '../../../shared/requests'
import { startIntake } from '../../intake/start'

export default route('administrator', async ({ event, db, runner, account }) => ({
  id: await startIntake(db, runner, account, await body(event, StartIntakeRequest)),
}))
