import type { Attribute, Value } from '../../attribute'
import type { ComparisonOperator } from '../types'

/** How two things are compared in a row of a condition. */
export type Comparator =
  | ComparisonOperator
  | 'yes'
  | 'no'
  | 'empty'
  | 'filled'
  | 'oneOf'
  | '!oneOf'
  | 'startsWith'
  | '!startsWith'
  | 'endsWith'
  | '!endsWith'
  | 'contains'
  | '!contains'
  | 'fits'
  | '!fits'

/** Solved as numbers: what a value counts as, and what an attribute's values lie between. */
export interface Counted {
  as: 'number'
  isWhole: (attribute: Attribute | undefined) => boolean
  toNumber: (value: Value) => number
  fromNumber: (number: number) => Value
  bounds: (attribute: Attribute | undefined) => { operator: ComparisonOperator; right: number }[]
}

/** Solved as texts: what a value is spelt as, and the only spellings there are. */
export interface Spelt {
  as: 'text'
  fromText: (text: string) => Value
  only: (attribute: Attribute | undefined) => string[] | undefined
}

/** What one type of value is to conditions: how it is named, written, compared in rows, and solved. */
export interface Sort {
  /** With its article, for messages. */
  name: string
  isOrdered: boolean
  comparators: Comparator[]
  /** As CEL has it. */
  written: (value: Value) => string
  /** The value that a row's text stands for; undefined where it stands for none. */
  read: (text: string) => Value | undefined
  /** What a row takes, after “which is no”. */
  takes: string
  solved: Counted | Spelt
}

export const ordered: Comparator[] = ['==', '!=', '<', '<=', '>', '>=', 'oneOf', '!oneOf', 'empty', 'filled']
