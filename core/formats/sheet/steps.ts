import { Budget } from '../budget'
import type { Shape } from './shapes'

/** The most steps of a sheet, its windows included: each entity, insert and point that is drawn is one. */
const mostSteps = 1_000_000
/** The groups of an entity that count as one step. */
export const groupsInStep = 16

export const sheetBudget = (): Budget => new Budget(mostSteps)

/** How many steps it takes to draw a shape: one for each point or line of words. */
export function stepsOf(shape: Shape): number {
  if (shape.kind === 'line') return shape.points.length
  if (shape.kind === 'area') return shape.rings.reduce((sum, { length }) => sum + length, 0)
  return shape.kind === 'words' ? shape.lines.length : 12
}
