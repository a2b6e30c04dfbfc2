import { led, type PlannedAct, type Steps } from './node'

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
  if (![...plan.askedNames].some((name) => name.startsWith('revision_'))) return []
  for (const { id: person } of plan.people) {
    const next = led(at, plan, [{ person, act: 'new-revision' }])
    if (!('reasons' in next)) return [next]
  }
  return []
}
