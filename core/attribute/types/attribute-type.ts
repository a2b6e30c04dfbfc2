import type { Fields } from '../../shape'
import type { Attribute, Value, ValueType } from '../attribute'

/** One type of attribute: what it may hold, how that is read, and what it is to conditions. */
export interface AttributeType {
  /** In a menu. */
  name: string
  /** What conditions and the solver take its values for. */
  valueType: ValueType
  /** Settings of its own, besides those that every attribute has. */
  fields: Fields
  /** What it takes, after “takes”. */
  takes: (attribute: Attribute, text: string) => string
  /** A trimmed, filled text as a value; undefined where it is none. */
  read: (attribute: Attribute, text: string) => Value | undefined
  /** The only texts its values can be; undefined where any will do. */
  only?: (attribute: Attribute) => string[] | undefined
}
