import { atomically } from '../database/connection'
import { intakePage } from '../intake/queries'
import { type Intake, requireIdle } from '../intake/rows'
import { enqueue } from '../jobs/queue'
import { part } from './body'
import type { RouteContext } from './route'

/** Changes an intake and queues the job that plans it anew. */
export function planAgain({ event, db, account }: RouteContext, change: (id: string) => Intake) {
  const id = part(event, 'id')
  atomically(db, (tx) => {
    requireIdle(tx, id)
    const { name } = change(id)
    enqueue(tx, { kind: 'intake-plan', subject: id, subjectName: name, personId: account.id })
  })
  return intakePage(db, id)
}
