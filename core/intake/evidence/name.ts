import { evidenceFields, type EvidenceSource } from './evidence'

/** What stands in the file's path, read by the profile's patterns. */
export const name: EvidenceSource = {
  version: 1,
  words: () => 'name',
  read: ({ name: reading }) =>
    evidenceFields.flatMap((field) => {
      const value = reading?.[field]
      return value ? [{ field, value, source: { kind: 'name', at: '' } }] : []
    }),
}
