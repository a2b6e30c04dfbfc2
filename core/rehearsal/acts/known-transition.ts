import { lifecycleOf } from '../../configuration'
import { type Decision, type Standing } from '../../engine'

/** The refusal of a transition that the document’s lifecycle does not have; undefined where it has it. */
export function knownTransition({ configuration, document }: Standing, id: string): Decision | undefined {
  const { name, transitions } = lifecycleOf(configuration, document.lifecycle)
  if (transitions.some((transition) => transition.id === id)) return undefined
  const message = `${name} has no transition “${id}”`
  return {
    answer: 'refused',
    reasons: [{ rule: 'not-found', message, where: name, wayOut: 'name one that it has' }],
  }
}
