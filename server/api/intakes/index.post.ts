import { StartIntakeRequest } from '../../../shared/requests'
import { startIntake } from '../../intake/start'

export default route('administrator', async ({ event, db, runner, account }) => {
  const intake = await startIntake(db, account, await body(event, StartIntakeRequest))
  runner.enqueue({ kind: 'intake-read', subject: intake.id, subjectName: intake.name, personId: account.id })
  return { id: intake.id }
})
