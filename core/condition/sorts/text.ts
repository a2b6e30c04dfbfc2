import { attributeType } from '../../attribute'
import { quoted } from './quoted'
import type { Sort } from './sort'

export const text: Sort = {
  name: 'a text',
  isOrdered: true,
  comparators: [
    ...(['==', '!=', 'oneOf', '!oneOf', 'startsWith', '!startsWith', 'endsWith', '!endsWith'] as const),
    ...(['contains', '!contains', 'fits', '!fits', '<', '<=', '>', '>=', 'empty', 'filled'] as const),
  ],
  written: (value) => quoted(String(value)),
  read: (words) => words,
  takes: 'text',
  solved: {
    as: 'text',
    fromText: (words) => words,
    only: (attribute) => attribute && attributeType(attribute.type).only?.(attribute),
  },
}
