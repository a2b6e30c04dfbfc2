import type { Series } from '../types'
import type { Shape } from './shapes'

/** A series that would explain some of the labels, and how many occurrences it was made from. */
export interface Family {
  series: Series
  weight: number
  distinct: number
  firstSeen: number
}

/** A label's shape, how often it was seen, and where first. */
export interface Member extends Shape {
  count: number
  at: number
}

export const total = (members: Member[]) => members.reduce((sum, member) => sum + member.count, 0)
