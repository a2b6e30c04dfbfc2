import { buildingProject } from './building-project'
import type { CompanyPattern } from './company-pattern'
import { drawingsAndParts } from './drawings-and-parts'
import { machineDrawings } from './machine-drawings'
import { notes } from './notes'
import { trialNumerals } from './trial-numerals'

/** Every company pattern, the most usual first. */
export const companyPatterns: CompanyPattern[] = [
  machineDrawings,
  trialNumerals,
  drawingsAndParts,
  buildingProject,
  notes,
]

export { type Choice, type CompanyPattern } from './company-pattern'
export { missingGrants, rootGrants } from './root-grants'
export { withCompanyPattern } from './with-company-pattern'

/** Returns the folders that the classes of company patterns speak of, each once. */
export function patternFolders(patterns: string[], choices: string[]): string[] {
  const taken = companyPatterns.filter(({ id }) => patterns.includes(id))
  const classes = taken.flatMap(({ lifecycles }) =>
    lifecycles(new Set(choices)).flatMap((lifecycle) => lifecycle.classes),
  )
  return [...new Set(classes.map(({ folder }) => folder))]
}
