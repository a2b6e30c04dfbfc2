import { spend } from './effort'
import type { Formula, Literal } from './formula'
import type { NumberRelation } from './numbers'
import type { TextConstraint, TextRelationLiteral } from './text-constraint'

/** What has been taken to hold on the way to a leaf. */
export interface Facts {
  filled: Map<string, boolean>
  numbers: NumberRelation[]
  texts: [string, TextConstraint][]
  relations: TextRelationLiteral[]
  /** Of each literal about a finite variable, the values that meet it; and the values that are left of each. */
  masks: Map<Literal, { name: string; mask: bigint }>
  domains: Map<string, bigint>
}

/** Whether a formula holds by what has been taken to hold. */
export const isKnown = (formula: Formula, facts: Facts): boolean => {
  spend(1)
  if (formula.kind === 'literal') return literalIsKnown(formula.literal, facts)
  return formula.kind === 'and'
    ? formula.parts.every((part) => isKnown(part, facts))
    : formula.parts.some((part) => isKnown(part, facts))
}

function literalIsKnown(literal: Literal, { filled, masks, domains }: Facts): boolean {
  const finite = masks.get(literal)
  if (finite) return (domains.get(finite.name)! & ~finite.mask) === 0n
  if (literal.kind !== 'empty' && literal.kind !== 'filled') return false
  return filled.get(literal.name) === (literal.kind === 'filled')
}

/** Whether a formula cannot hold any more. */
export const contradicts = (formula: Formula, facts: Facts): boolean => {
  spend(1)
  if (formula.kind !== 'literal')
    return formula.kind === 'and'
      ? formula.parts.some((part) => contradicts(part, facts))
      : formula.parts.every((part) => contradicts(part, facts))
  const { literal } = formula
  const finite = facts.masks.get(literal)
  if (finite) return (facts.domains.get(finite.name)! & finite.mask) === 0n
  return (
    (literal.kind === 'empty' && facts.filled.get(literal.name) === true) ||
    (literal.kind === 'filled' && facts.filled.get(literal.name) === false)
  )
}
