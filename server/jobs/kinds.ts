import type { JobKind } from '../../shared/answers'
import { planJob } from '../intake/plan.job'
import { readJob } from '../intake/read.job'
import { runJob } from '../intake/run.job'
import type { JobKindModule } from './job-kind'

/** Every kind of job. One that is missing here does not compile. */
export const jobKinds: Record<JobKind, JobKindModule> = {
  'intake-read': readJob,
  'intake-plan': planJob,
  'intake-run': runJob,
}
