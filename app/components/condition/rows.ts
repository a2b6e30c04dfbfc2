import { type Comparator, comparatorsFor, type Row, typesOf } from '~~/core/condition'
import type { Attribute } from '~~/core/attribute'
import { takesValue } from './comparators'

/** The type of what a row asks; text for a name that is not known. */
export const typeOf = (name: string, attributes: Attribute[]) => typesOf(attributes).get(name) ?? 'text'

export const isMany = ({ comparator }: Row) => comparator === 'oneOf' || comparator === '!oneOf'

/** A new row about a name: the first comparison of its type, the first of its choices. */
export function blankRow(name: string, attributes: Attribute[]): Row {
  const [comparator] = comparatorsFor(typeOf(name, attributes))
  const choices = attributes.find(({ id }) => id === name)?.choices ?? []
  return { kind: 'row', name, comparator: comparator!, values: choices.slice(0, 1) }
}

/** The row about another name; what it compares with is kept where the types allow it. */
export function withName(row: Row, name: string, attributes: Attribute[]): Row {
  const alike = typeOf(name, attributes) === typeOf(row.name, attributes)
  const choices = attributes.find(({ id }) => id === name)?.choices
  return alike && !choices ? { ...row, name } : blankRow(name, attributes)
}

/** The row with another comparison, which may take no value, one or many. */
export function withComparator({ other, ...row }: Row, comparator: Comparator): Row {
  const changed = { ...row, comparator }
  if (!takesValue(comparator)) return { ...changed, values: [] }
  if (isMany(changed)) return changed
  return { ...changed, ...(other ? { other } : {}), values: row.values.slice(0, 1) }
}

/** The row with the values that were written: a list where it compares with many. */
export function withValues(row: Row, written: string): Row {
  const many = written.split(',').map((value) => value.trim())
  return { ...row, values: isMany(row) ? many.filter(Boolean) : [written] }
}

/** The attributes that a row can compare with. */
export const comparable = (row: Row, attributes: Attribute[]): Attribute[] =>
  isMany(row) || row.comparator.endsWith('fits')
    ? []
    : attributes.filter(
        ({ id }) => id !== row.name && typeOf(id, attributes) === typeOf(row.name, attributes),
      )
