import { intakePage } from '../intake/queries'
import type { Intake } from '../intake/rows'
import { Refusal } from '../refusal'
import { part, type RouteContext } from './route'

/** Changes an intake and queues the job that plans it anew. */
export function planAgain({ event, db, runner, account }: RouteContext, change: (id: string) => Intake) {
  const id = part(event, 'id')
  if (runner.isBusy(id))
    throw new Refusal('conflict', 'the intake is at work: wait until its job has ended, or stop it')
  const intake = change(id)
  runner.enqueue({ kind: 'intake-plan', subject: id, subjectName: intake.name, personId: account.id })
  return intakePage(db, id)
}
