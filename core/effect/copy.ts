import { type FieldsOf, matching } from '../shape'
import { type EffectKind, queued } from './effect-kind'

/** Files a copy in another folder. */
export interface CopyEffect {
  kind: 'copy'
  folder: string
}

export const copy: EffectKind<CopyEffect> = {
  name: 'copy to',
  fields: { folder: matching(/^\//, 'a folder begins with /') } satisfies FieldsOf<Omit<CopyEffect, 'kind'>>,
  controls: [{ field: 'folder', label: 'Folder', as: 'folder' }],
  blank: () => ({ folder: '/' }),
  words: ({ folder }) => `files a copy in ${folder}`,
  faults: () => [],
  carryOut: queued,
}
