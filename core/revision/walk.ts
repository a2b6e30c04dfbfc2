import type { RevisionScheme, Step } from './types'
import { format } from './format'
import { first, positionOf } from './parse'
import { step } from './step'

/**
 * The start label (the scheme's first, or `from`) and each label that the steps reach.
 * @throws RevisionError where a step is impossible; its `label` says where.
 */
export function walk(scheme: RevisionScheme, steps: Step[], from?: string): string[] {
  let at = from === undefined ? first(scheme) : positionOf(scheme, from)
  return [format(scheme, at), ...steps.map((kind) => format(scheme, (at = step(scheme, at, kind))))]
}
