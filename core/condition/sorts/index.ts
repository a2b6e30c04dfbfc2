import type { ValueType } from '../../attribute'
import { date } from './date'
import { number } from './number'
import type { Sort } from './sort'
import { text } from './text'
import { yesno } from './yesno'

/** What each type of value is to conditions. A type without a sort does not compile: it would be answered wrongly. */
export const sorts: Record<ValueType, Sort> = { text, number, date, yesno }

export { quoted } from './quoted'
export { dayNumber } from './date'
export type { Comparator, Sort } from './sort'
