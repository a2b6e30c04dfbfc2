import type { Formula, Literal } from './formula'
import { groupOfLabel } from './label-facts'

/** The literals of a formula, how many alternatives there are among them, and whether some are about labels. */
export interface Parts {
  literals: Literal[]
  alternatives: number
  areAboutLabels: boolean
}
/** The parts of a formula; worked out once. */
export function partsOf(formula: Formula): Parts {
  if (formula.known) return formula.known
  const parts: Parts = { literals: [], alternatives: 0, areAboutLabels: false }
  gather(formula, parts)
  parts.areAboutLabels = parts.literals.some(isAboutLabel)
  return (formula.known = parts)
}

const isAboutLabel = (of: Literal): boolean =>
  of.kind === 'texts'
    ? groupOfLabel(of.left) !== undefined || groupOfLabel(of.right) !== undefined
    : of.kind !== 'number' && groupOfLabel(of.name) !== undefined

function gather(formula: Formula, parts: Parts): void {
  if (formula.kind === 'literal') parts.literals.push(formula.literal)
  else {
    if (formula.kind === 'or' && formula.parts.length > 1) parts.alternatives++
    for (const part of formula.parts) gather(part, parts)
  }
}
