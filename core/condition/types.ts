import type { Value, ValueType } from '../attribute'

/** Shapes of parsed conditions. */

export type ComparisonOperator = '==' | '!=' | '<' | '<=' | '>' | '>='
export type TextMethod = 'startsWith' | 'endsWith' | 'contains'

/** What stands on one side of a comparison. A date is its ISO text, `2026-03-01`. */
export type Operand =
  | { kind: 'literal'; type: ValueType | 'null'; value: Value; at: number }
  | { kind: 'identifier'; type: ValueType; name: string; at: number }

/** A parsed and type-checked condition. */
export type Condition =
  | { kind: 'constant'; value: boolean }
  | { kind: 'yes'; name: string }
  | { kind: 'not'; of: Condition }
  | { kind: 'and' | 'or'; left: Condition; right: Condition }
  | { kind: 'compare'; operator: ComparisonOperator; left: Operand; right: Operand }
  | { kind: 'in'; of: Operand; values: Operand[] }
  | { kind: 'method'; method: TextMethod; of: Operand; argument: Operand }
  | { kind: 'glob'; of: Operand; pattern: string }

/** A condition that cannot be understood; `position` counts characters from 0. */
export class ConditionError extends Error {
  constructor(
    message: string,
    readonly position: number,
    readonly suggestion?: string,
  ) {
    super(suggestion === undefined ? message : `${message}; did you mean ${suggestion}?`)
    this.name = 'ConditionError'
  }
}
