import { Refusal } from '../services/errors'
import { intakePage, type Intake } from '../services/intakes'
import type { RouteContext } from './route'

/** Changes an intake and queues the job that plans it anew. */
export function planAgain({ event, db, runner, account }: RouteContext, change: (id: string) => Intake) {
  const id = part(event, 'id')
  if (runner.isBusy(id))
    throw new Refusal(409, 'the intake is at work: wait until its job has ended, or stop it')
  const intake = change(id)
  runner.enqueue({ kind: 'intake-plan', subject: id, subjectName: intake.name, personId: account.id })
  return intakePage(db, id)
}
