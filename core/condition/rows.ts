import { sorts } from './sorts'
import type { Comparator } from './sorts/sort'
import type { ComparisonOperator, Condition, Operand } from './types'
import type { ValueType } from '../attribute'
import { writeCondition } from './write'

/**
 * One line of a condition: an attribute or fact, how it compares, and with what: values as they are written,
 * or another attribute.
 */
export interface Row {
  kind: 'row'
  name: string
  comparator: Comparator
  values: string[]
  other?: string
}
/** What rows cannot say, kept as it is. */
export interface Verbatim {
  kind: 'verbatim'
  condition: Condition
}
/** All of its parts hold, any of them, or none. */
export interface Group {
  kind: 'group'
  join: 'all' | 'any' | 'none'
  parts: Part[]
}
export type Part = Row | Verbatim | Group

/** A row that does not say enough yet. */
export class RowError extends Error {
  constructor(message: string) {
    super(message)
    this.name = 'RowError'
  }
}

/** The comparators that fit a type of value. */
export const comparatorsFor = (type: ValueType): Comparator[] => sorts[type].comparators

/** A condition as rows in groups; what the rows mean is the same. */
export function groupOf(condition: Condition): Group {
  const part = partOf(condition)
  return part.kind === 'group' ? part : { kind: 'group', join: 'all', parts: [part] }
}

function partOf(condition: Condition): Part {
  switch (condition.kind) {
    case 'constant':
      return condition.value ? { kind: 'group', join: 'all', parts: [] } : { kind: 'verbatim', condition }
    case 'and':
    case 'or': {
      const join = condition.kind === 'and' ? 'all' : 'any'
      return {
        kind: 'group',
        join,
        parts: [condition.left, condition.right].flatMap((side) => {
          const part = partOf(side)
          return part.kind === 'group' && part.join === join && part.parts.length ? part.parts : [part]
        }),
      }
    }
    case 'not': {
      const part = partOf(condition.of)
      if (part.kind === 'row' && opposites[part.comparator])
        return { ...part, comparator: opposites[part.comparator]! }
      return {
        kind: 'group',
        join: 'none',
        parts: part.kind === 'group' && part.join === 'any' ? part.parts : [part],
      }
    }
    default:
      return rowOf(condition) ?? { kind: 'verbatim', condition }
  }
}

/** Exact opposites only: an ordering and its reverse are both false of an empty value. */
const opposites: Partial<Record<Comparator, Comparator>> = {
  '==': '!=',
  '!=': '==',
  empty: 'filled',
  filled: 'empty',
  yes: 'no',
  no: 'yes',
  oneOf: '!oneOf',
  '!oneOf': 'oneOf',
  startsWith: '!startsWith',
  '!startsWith': 'startsWith',
  endsWith: '!endsWith',
  '!endsWith': 'endsWith',
  contains: '!contains',
  '!contains': 'contains',
  fits: '!fits',
  '!fits': 'fits',
}

function rowOf(condition: Exclude<Condition, { kind: 'constant' | 'and' | 'or' | 'not' }>): Row | undefined {
  if (condition.kind === 'yes') return { kind: 'row', name: condition.name, comparator: 'yes', values: [] }
  const left = condition.kind === 'compare' ? condition.left : condition.of
  if (left.kind !== 'identifier') return undefined
  const row = (comparator: Comparator, rest: Partial<Row> = {}): Row => ({
    kind: 'row',
    name: left.name,
    comparator,
    values: [],
    ...rest,
  })
  const compared = (comparator: Comparator, right: Operand) =>
    row(comparator, right.kind === 'identifier' ? { other: right.name } : { values: [String(right.value)] })
  if (condition.kind === 'glob') return row('fits', { values: [condition.pattern] })
  if (condition.kind === 'method') return compared(condition.method, condition.argument)
  if (condition.kind === 'in')
    return condition.values.length &&
      condition.values.every((value) => value.kind === 'literal' && value.value !== null)
      ? row('oneOf', { values: condition.values.map((value) => String((value as { value: unknown }).value)) })
      : undefined
  if (condition.right.kind === 'literal' && condition.right.value === null)
    return row(condition.operator === '==' ? 'empty' : 'filled')
  return compared(condition.operator, condition.right)
}

/** The condition that rows mean. @throws RowError where a row does not say enough. */
export function conditionOf(part: Part, types: Map<string, ValueType>): Condition {
  if (part.kind === 'verbatim') return part.condition
  if (part.kind === 'row') return comparison(part, types)
  const parts = part.parts.map((inner) => conditionOf(inner, types))
  const joined = parts.length
    ? parts.reduce((left, right) => ({ kind: part.join === 'all' ? 'and' : 'or', left, right }))
    : ({ kind: 'constant', value: part.join !== 'any' } satisfies Condition)
  return part.join === 'none' && parts.length ? { kind: 'not', of: joined } : joined
}

/** The text of what rows mean; empty where they ask nothing. @throws RowError */
export function writeRows(group: Group, types: Map<string, ValueType>): string {
  return group.parts.length ? writeCondition(conditionOf(group, types)) : ''
}

function comparison(row: Row, types: Map<string, ValueType>): Condition {
  const type = types.get(row.name)
  if (!type) throw new RowError('a row does not say yet what it asks')
  const left: Operand = { kind: 'identifier', type, name: row.name, at: 0 }
  const nothing: Operand = { kind: 'literal', type: 'null', value: null, at: 0 }
  if (row.comparator === 'empty' || row.comparator === 'filled')
    return { kind: 'compare', operator: row.comparator === 'empty' ? '==' : '!=', left, right: nothing }
  if (row.comparator === 'yes') return { kind: 'yes', name: row.name }
  if ((row.comparator.startsWith('!') && row.comparator !== '!=') || row.comparator === 'no')
    return { kind: 'not', of: comparison({ ...row, comparator: opposites[row.comparator]! }, types) }
  const right =
    row.other === undefined
      ? row.values.map((value) => literal(row.name, type, value))
      : [{ kind: 'identifier', type: types.get(row.other)!, name: row.other, at: 0 } satisfies Operand]
  if (right.length === 0) throw new RowError(`${row.name} is compared with nothing yet`)
  const [first] = right as [Operand, ...Operand[]]
  switch (row.comparator) {
    case 'oneOf':
      return { kind: 'in', of: left, values: right }
    case 'fits':
      return { kind: 'glob', of: left, pattern: row.values[0] ?? '' }
    case 'startsWith':
    case 'endsWith':
    case 'contains':
      return { kind: 'method', method: row.comparator, of: left, argument: first }
    default:
      return { kind: 'compare', operator: row.comparator as ComparisonOperator, left, right: first }
  }
}

function literal(name: string, type: ValueType, text: string): Operand {
  const value = sorts[type].read(text)
  if (value !== undefined) return { kind: 'literal', type, value, at: 0 }
  if (text.trim() === '') throw new RowError(`${name} is compared with nothing yet`)
  throw new RowError(`${name} is compared with “${text}”, which is no ${sorts[type].takes}`)
}
