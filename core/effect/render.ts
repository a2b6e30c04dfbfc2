import { type FieldsOf, one } from '../shape'
import { type EffectKind, queued } from './effect-kind'

/** Makes a PDF of the sheet beside the version. */
export interface RenderEffect {
  kind: 'render'
  format: 'pdf'
}

export const render: EffectKind<RenderEffect> = {
  name: 'render',
  fields: { format: one(['pdf'], 'PDF is what can be rendered') } satisfies FieldsOf<
    Omit<RenderEffect, 'kind'>
  >,
  controls: [{ field: 'format', label: 'Format', as: 'fixed', words: 'a PDF of the file' }],
  blank: () => ({ format: 'pdf' }),
  words: () => 'makes a PDF',
  faults: () => [],
  carryOut: queued,
}
