import { intakes } from '../../database/schema'
import type { LeftKind } from './left-kind'

/** Legacy files come in by an intake, with the labels that they carry. */
export const firstArchive: LeftKind = {
  find(tx) {
    if (tx.select({ id: intakes.id }).from(intakes).limit(1).get()) return []
    return [
      {
        key: 'first-archive',
        words: 'No archive has been read yet',
        act: { words: 'Bring legacy files in', to: '/intake' },
      },
    ]
  },
}
