import type { AttributeType } from './attribute-type'

export const text: AttributeType = {
  name: 'text',
  valueType: 'text',
  fields: {},
  takes: () => 'any text',
  read: (_, trimmed) => trimmed,
}
