import type { JobKindModule } from '../jobs/job-kind'
import { makePlan } from './plan'

/** Plans an intake anew, after each settlement. */
export const planJob: JobKindModule = { lane: 'long', attempts: 5, givesUp: true, run: makePlan }
