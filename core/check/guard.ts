import { type Condition, ConditionError, parseCondition } from '../condition'
import type { Configuration, Lifecycle, Transition } from '../configuration'
import { finding, type Finding } from './finding'

/** The condition that always holds. */
export const always: Condition = { kind: 'constant', value: true }

/** A transition's guard as a condition, always true where it has none; or the finding that it cannot be read. */
export function readGuard(
  { attributes }: Configuration,
  lifecycle: Lifecycle,
  { id, name, guard }: Transition,
): Condition | Finding {
  if (!guard) return always
  try {
    return parseCondition(guard, attributes)
  } catch (error) {
    if (!(error instanceof ConditionError)) throw error
    const message = `the guard of ${name} cannot be read at character ${error.position + 1}: ${error.message}`
    return finding('guard-invalid', { lifecycle: lifecycle.id, transition: id }, message, {
      witness: { position: error.position },
    })
  }
}
