import { list, optional, text } from '../../shape'
import type { AttributeType } from './attribute-type'

export const choice: AttributeType = {
  name: 'choice',
  valueType: 'text',
  fields: { choices: optional(list(text(200), 1000)) },
  takes: ({ choices }) => `one of ${choices?.join(', ') ?? 'no values'}`,
  read: ({ choices }, trimmed) => (choices?.includes(trimmed) ? trimmed : undefined),
  only: ({ choices }) => choices,
}
