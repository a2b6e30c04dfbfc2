import type { AttributeType } from './attribute-type'

export const yesno: AttributeType = {
  name: 'yes/no',
  valueType: 'yesno',
  fields: {},
  takes: () => 'yes or no',
  read: (_, trimmed) => (/^(yes|no|true|false)$/i.test(trimmed) ? /^(yes|true)$/i.test(trimmed) : undefined),
}
