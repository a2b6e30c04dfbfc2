import { spend } from './effort'
import type { Formula } from './formula'
import type { NumberRelation } from './numbers'
import type { TextConstraint, TextRelationLiteral } from './text-constraint'

/** What has been taken to hold on the way to a leaf. */
export interface Facts {
  filled: Map<string, boolean>
  numbers: NumberRelation[]
  texts: [string, TextConstraint][]
  relations: TextRelationLiteral[]
}

/** Whether a formula holds by what has been taken to hold. */
export const isKnown = (formula: Formula, facts: Facts): boolean => {
  spend(1)
  return formula.kind === 'literal'
    ? (formula.literal.kind === 'empty' || formula.literal.kind === 'filled') &&
        facts.filled.get(formula.literal.name) === (formula.literal.kind === 'filled')
    : formula.kind === 'and'
      ? formula.parts.every((part) => isKnown(part, facts))
      : formula.parts.some((part) => isKnown(part, facts))
}

/** Whether a formula cannot hold any more. */
export const contradicts = (formula: Formula, facts: Facts): boolean => {
  spend(1)
  if (formula.kind !== 'literal')
    return formula.kind === 'and'
      ? formula.parts.some((part) => contradicts(part, facts))
      : formula.parts.every((part) => contradicts(part, facts))
  const { literal } = formula
  return (
    (literal.kind === 'empty' && facts.filled.get(literal.name) === true) ||
    (literal.kind === 'filled' && facts.filled.get(literal.name) === false)
  )
}
