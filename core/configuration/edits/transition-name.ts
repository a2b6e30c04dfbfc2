import { lifecycleOf } from '../look-up'
import type { Configuration } from '../types'

/** The name of a transition that an edit speaks of; its id where there is none. */
export function transitionName(
  configuration: Configuration,
  { lifecycle, transition }: { lifecycle: string; transition: string },
): string {
  const { transitions } = lifecycleOf(configuration, lifecycle)
  return transitions.find(({ id }) => id === transition)?.name ?? transition
}
