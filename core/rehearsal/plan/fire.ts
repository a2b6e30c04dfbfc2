import type { Reason } from '../../access'
import type { Transition } from '../../configuration'
import { block, keyOf, led, namedThere, type Node, type Plan, type PlannedAct, type Steps } from './node'

const commentFor = ({ comment }: Transition) => (comment === 'required' ? { comment: 'as planned' } : {})

const fireBy = (person: string, transition: Transition): PlannedAct => ({
  ...{ person, act: 'fire', transition: transition.id },
  ...commentFor(transition),
})

/** What stands against somebody; for who may not see the document, that. */
const told = (plan: Plan, { document }: Node, { id, name }: Transition, reasons: Reason[]): void =>
  block(
    plan,
    id,
    reasons.map((reason) =>
      reason.rule === 'not-found'
        ? {
            rule: 'fired-by',
            message: `whoever may fire ${name} may not see a document in ${document.folder}`,
            where: `${plan.lifecycle.name}, transition ${name}`,
            wayOut: 'let them see it there, or say who else fires it',
          }
        : reason,
    ),
  )

/** The transitions from where a document stands, each fired by the first who may, and by others where it differs. */
export const firing: Steps = (at, plan) =>
  plan.lifecycle.transitions
    .filter(
      ({ trigger, from, to }) =>
        trigger === 'hand' && from.includes(at.document.state) && plan.onTheWay.has(to),
    )
    .flatMap((transition) => {
      const found = new Map<string, Node>()
      const named = namedThere(plan, at.document, plan.people, transition.firedBy ?? [])
      const differs = JSON.stringify(transition.effects).includes('person')
      for (const { id } of named.length ? named : plan.people.slice(0, 1)) {
        if (found.size && !differs) break
        const next = led(at, plan, [fireBy(id, transition)])
        if ('reasons' in next) {
          if (found.size === 0) told(plan, at, transition, next.reasons)
        } else if (!found.has(keyOf(next, plan))) found.set(keyOf(next, plan), next)
      }
      return [...found.values()]
    })

/** Whole rounds of signatures: whoever the engine takes signs, since it takes nobody who leaves a seat empty. */
export const signing: Steps = (at, plan) =>
  plan.lifecycle.transitions
    .filter(
      ({ trigger, from, to }) =>
        trigger === 'quorum' && from.includes(at.document.state) && plan.onTheWay.has(to),
    )
    .flatMap((transition) => wholeRound(at, plan, transition) ?? [])

function wholeRound(at: Node, plan: Plan, transition: Transition): Node | undefined {
  const members = (transition.seats ?? []).flatMap((seat) => seat.members)
  const named = namedThere(plan, at.document, plan.people, members)
  let place = at
  for (const { id } of named.length ? named : plan.people.slice(0, 1)) {
    const next = led(place, plan, [fireBy(id, transition)])
    if ('reasons' in next) {
      told(plan, at, transition, next.reasons)
      continue
    }
    place = next
    const isOpen = place.document.signatures?.some((signature) => signature.transition === transition.id)
    if (!isOpen) return place
  }
  return undefined
}
