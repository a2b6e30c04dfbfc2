import { type Configuration, lifecycleOf, transitionOf } from '../../core/configuration'
import { type Command, ofKind } from '../../core/engine'
import type { Actor } from '../audit/trail'
import type { Tx } from '../database/connection'
import { enqueue } from '../jobs/queue'
import type { DocumentRow } from './rows'

/** Queues what the effects leave to jobs, with the document as it stands now. */
export function queueEffects(
  tx: Tx,
  actor: Actor,
  configuration: Configuration,
  { id, number, lifecycle, version, revision, state, record: values }: DocumentRow,
  from: string,
  commands: Command[],
  why: string | null | undefined,
): void {
  for (const { job, transition } of ofKind(commands, 'queue-job')) {
    const { name } = transitionOf(lifecycleOf(configuration, lifecycle), transition)
    enqueue(tx, {
      ...{
        kind: job.kind,
        subject: id,
        subjectName: number,
        personId: actor.id ?? '',
        document: id,
        priority: 2,
      },
      input: {
        ...{ effect: job, version, revision, state, record: values, personName: actor.name },
        ...{ transition: { id: transition, name, from, to: state }, comment: why ?? '' },
      },
    })
  }
}
