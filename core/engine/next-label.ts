import { isAdopting, type RevisionScheme, type Step, walk } from '../revision'
import { schemeFor, type Configuration, type Lifecycle, type Transition } from '../configuration'
import type { DocumentSnapshot } from './document'

/** The label that the first stepping transition out of a document's state would give, whoever may fire it. */
export function nextLabel(
  configuration: Configuration,
  lifecycle: Lifecycle,
  document: Pick<DocumentSnapshot, 'state' | 'revision'>,
): string | null {
  const scheme = schemeFor(configuration, lifecycle)
  const steps = lifecycle.transitions.filter(
    (transition) =>
      transition.from.includes(document.state) &&
      !isAdopting(transition.revision) &&
      transition.revision !== 'keep',
  )
  return (
    steps
      .map((transition) => stepped(scheme, document.revision, transition))
      .find((label) => label !== null) ?? null
  )
}

function stepped(scheme: RevisionScheme, label: string | null, transition: Transition): string | null {
  if (label === null) return null
  try {
    const [, next] = walk(scheme, [transition.revision as Step], label)
    return next === label ? null : next!
  } catch {
    return null
  }
}
