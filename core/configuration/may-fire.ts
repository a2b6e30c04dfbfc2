import { anyone, type Principal } from '../access'
import { triggerKind } from './triggers'
import type { Transition } from './types'

/** Whether somebody in this capacity may fire a transition, or take one of its seats. */
export function mayFire(principal: Principal, transition: Transition): boolean {
  const named = triggerKind(transition.trigger).named(transition)
  return named.includes(principal) || named.includes(anyone)
}

/** Whether nobody is named who could fire it. */
export function nobodyFires(transition: Transition): boolean {
  const { byPeople, named } = triggerKind(transition.trigger)
  return byPeople && named(transition).length === 0
}
