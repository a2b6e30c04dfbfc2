import { evidenceFields, type EvidenceSource } from './evidence'

/** What the lines of the archive's register say of the file's number. */
export const register: EvidenceSource = {
  version: 1,
  words: (at) => `register, line ${at}`,
  read: ({ lines }) =>
    lines.flatMap((entry) =>
      evidenceFields.flatMap((field) => {
        const value = entry[field]
        return value ? [{ field, value, source: { kind: 'register', at: String(entry.line) } }] : []
      }),
    ),
}
