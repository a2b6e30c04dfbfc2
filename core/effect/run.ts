import { type FieldsOf, filledText } from '../shape'
import { type EffectKind, queued } from './effect-kind'

/** Queues a script. */
export interface RunEffect {
  kind: 'run'
  job: string
}

export const run: EffectKind<RunEffect> = {
  name: 'run',
  fields: { job: filledText(80, 'say which job runs') } satisfies FieldsOf<Omit<RunEffect, 'kind'>>,
  controls: [{ field: 'job', label: 'Job', as: 'text' }],
  blank: () => ({ job: 'job' }),
  words: ({ job }) => `runs ${job}`,
  faults: () => [],
  isAwaited: true,
  carryOut: queued,
}
