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
