import type { Evidence, EvidenceField, EvidenceSource } from './evidence'

/**
 * The revision table inside of the file: its newest row says which revision the file is, and each row what is known
 * of its own one.
 */
export const table: EvidenceSource = {
  version: 2,
  words: (at) => `the revision table, row ${at}`,
  read: ({ table: rows = [] }) =>
    rows.flatMap(({ revision, date, by, text }, index): Evidence[] => {
      const said: [EvidenceField, string][] = [
        ...(index === rows.length - 1 ? [['revision', revision] as [EvidenceField, string]] : []),
        ...([
          ['date', date],
          ['author', by],
          ['text', text],
        ] as [EvidenceField, string][]),
      ]
      return said
        .filter(([, value]) => value.trim() !== '')
        .map(([field, value]) => ({
          field,
          value: value.trim(),
          source: { kind: 'table', at: String(index + 1) },
        }))
    }),
}
