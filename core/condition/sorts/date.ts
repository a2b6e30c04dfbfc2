import { isDate } from '../../attribute'
import { quoted } from './quoted'
import { ordered, type Sort } from './sort'

/** Dates are counted in days. */
export const dayNumber = (iso: string): number => Date.parse(`${iso}T00:00:00Z`) / 86_400_000
const dayText = (day: number): string => new Date(day * 86_400_000).toISOString().slice(0, 10)

export const date: Sort = {
  name: 'a date',
  isOrdered: true,
  comparators: ordered,
  written: (value) => `date(${quoted(String(value))})`,
  read: (text) => (isDate(text) ? text : undefined),
  takes: 'day such as 2026-03-01',
  solved: {
    as: 'number',
    isWhole: () => true,
    toNumber: (value) => dayNumber(String(value)),
    fromNumber: dayText,
    bounds: () => [
      { operator: '>=', right: dayNumber('0000-01-01') },
      { operator: '<=', right: dayNumber('9999-12-31') },
    ],
  },
}
