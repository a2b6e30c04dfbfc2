import type { Effect } from '../../effect'
import type { CommandKind } from './command-kind'

/** Queues what takes its time, or happens outside the document. */
export interface QueueJob {
  kind: 'queue-job'
  /** The transition that asks for it. */
  transition: string
  job: Extract<Effect, { kind: 'copy' | 'render' | 'run' }>
}

export const queueJob: CommandKind<QueueJob> = { apply: (document) => document }
