import { isDate } from '../day'
import type { AttributeType } from './attribute-type'

export const date: AttributeType = {
  name: 'date',
  valueType: 'date',
  fields: {},
  takes: () => 'a day such as 2026-03-01',
  read: (_, trimmed) => (isDate(trimmed) ? trimmed : undefined),
}
