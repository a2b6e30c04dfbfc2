import type { JobKind } from '../../shared/answers'
import type { Lane } from './job-kind'
import { jobKinds } from './kinds'

export const lanes: Lane[] = ['long', 'short']

/** The kinds of jobs in a lane. */
export const kindsIn = (lane: Lane): JobKind[] =>
  (Object.keys(jobKinds) as JobKind[]).filter((kind) => jobKinds[kind].lane === lane)
