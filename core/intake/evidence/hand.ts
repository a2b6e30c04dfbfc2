import { evidenceFields, type EvidenceSource } from './evidence'

/** What the administrator decided. */
export const hand: EvidenceSource = {
  version: 1,
  words: () => 'set by hand',
  read: ({ set }) =>
    evidenceFields.flatMap((field) => {
      const value = set[field]
      return value ? [{ field, value, source: { kind: 'hand', at: '' } }] : []
    }),
}
