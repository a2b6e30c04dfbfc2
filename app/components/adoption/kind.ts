import type { AdoptionRow } from '~~/shared/answers'

/** How a document stands towards adoption. */
export const readinessOf = ({ decision }: AdoptionRow) => {
  if (decision.ok) return 'ready'
  return decision.reasons.every(({ rule }) => rule === 'already') ? 'adopted already' : 'not ready'
}
export type Readiness = ReturnType<typeof readinessOf>
