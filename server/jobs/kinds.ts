import type { JobKind } from '../../shared/answers'
import { filesJob } from '../bindings/files.job'
import { readFilesJob } from '../bindings/read-files.job'
import { writeFilesJob } from '../bindings/write-files.job'
import { copyJob } from '../documents/copy.job'
import { moveJob } from '../documents/move.job'
import { renderJob } from '../documents/render.job'
import { runScriptJob } from '../documents/run.job'
import { planJob } from '../intake/plan.job'
import { readJob } from '../intake/read.job'
import { runJob } from '../intake/run.job'
import { digestJob } from '../mail/digest.job'
import { remindJob } from '../tasks/remind.job'
import { backupJob } from './backup.job'
import type { JobKindModule } from './job-kind'
import { restoreJob } from './restore.job'
import { verifyJob } from './verify.job'

/** Every kind of job. One that is missing here does not compile. */
export const jobKinds: Record<JobKind, JobKindModule> = {
  'intake-read': readJob,
  'intake-plan': planJob,
  'intake-run': runJob,
  verify: verifyJob,
  backup: backupJob,
  restore: restoreJob,
  digest: digestJob,
  remind: remindJob,
  move: moveJob,
  copy: copyJob,
  render: renderJob,
  'read-files': readFilesJob,
  'write-files': writeFilesJob,
  files: filesJob,
  run: runScriptJob,
}
