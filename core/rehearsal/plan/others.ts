import { namesOf, parseCondition } from '../../condition'
import { led, type Plan, type PlannedAct, type Steps } from './node'

/** Another owner, where it matters whose a document is. */
export const handingOn: Steps = (at, plan) => {
  if (!plan.ownerMatters || !at.document.owner) return []
  const acts = plan.people
    .filter(({ id }) => id !== at.document.owner)
    .map(({ id: to }): PlannedAct => ({ person: at.document.owner, act: 'hand-on', to }))
  return acts.flatMap((act) => {
    const next = led(at, plan, [act])
    return 'reasons' in next ? [] : [next]
  })
}

/** Another label, where a guard asks for it. */
export const revising: Steps = (at, plan) => {
  if (!asksForLabels(plan)) return []
  for (const { id: person } of plan.people) {
    const next = led(at, plan, [{ person, act: 'new-revision' }])
    if (!('reasons' in next)) return [next]
  }
  return []
}

function asksForLabels({ lifecycle, world: { configuration } }: Plan): boolean {
  return lifecycle.transitions.some(({ guard }) => {
    if (!guard?.includes('revision_')) return false
    try {
      return [...namesOf(parseCondition(guard, configuration.attributes))].some((name) =>
        name.startsWith('revision_'),
      )
    } catch {
      // A guard that cannot be read asks for nothing that would help.
      return false
    }
  })
}
