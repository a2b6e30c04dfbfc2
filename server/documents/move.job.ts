import { and, asc, eq, gt, inArray, isNull, or } from 'drizzle-orm'
import type { Configuration } from '../../core/configuration'
import { published } from '../configuration/published'
import type { Db } from '../database/connection'
import { documents } from '../database/schema'
import type { JobKindModule } from '../jobs/job-kind'
import { forEachInAct } from '../scripts/needed'
import { followUp } from './follow-up'

/** Documents that are looked at in one transaction. */
const together = 20

/** Where documents might move by themselves. */
const placesIn = ({ lifecycles }: Configuration) =>
  lifecycles.flatMap(({ id, transitions }) => {
    const states = transitions.flatMap(({ trigger, from }) => (trigger === 'unattended' ? from : []))
    return states.length ? [and(eq(documents.lifecycle, id), inArray(documents.state, states))] : []
  })

/** Documents that might move by themselves, after a number, of those that are named. */
export function candidates(db: Db, after: string, limit: number, numbers?: string[]) {
  const places = placesIn(published(db).configuration)
  if (places.length === 0) return []
  return db
    .select({ id: documents.id, number: documents.number })
    .from(documents)
    .where(
      and(
        ...[or(...places), gt(documents.number, after), isNull(documents.checkedOutBy)],
        numbers && inArray(documents.number, numbers),
      ),
    )
    .orderBy(asc(documents.number))
    .limit(limit)
    .all()
}

/** Lets every document do what it would do by itself where it stands; one that is checked out is left. */
export const moveJob: JobKindModule = {
  lane: 'short',
  attempts: 3,
  run: async ({ db, job, portion, progress }) => {
    const { numbers } = job.input ?? {}
    let [looked, moved, after] = [0, 0, '']
    for (;;) {
      const few = candidates(db, after, together, numbers)
      const last = few.at(-1)
      if (!last) return { done: `${moved} of ${looked} moved` }
      moved += portion((tx) => {
        let count = 0
        forEachInAct(few, ({ id }) => (count += followUp(tx, id, [])))
        return count
      })
      after = last.number
      looked += few.length
      if (!progress(looked, Math.max(looked, numbers?.length ?? 0))) return 'stopped'
    }
  },
}
