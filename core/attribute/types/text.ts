import type { AttributeType } from './attribute-type'

/** A record is read by people: what is longer is a file. */
const longest = 10_000

export const text: AttributeType = {
  name: 'text',
  valueType: 'text',
  fields: {},
  takes: () => `a text of up to ${longest.toLocaleString('en')} characters`,
  read: (_, trimmed) => (trimmed.length > longest ? undefined : trimmed),
}
