import type { Transition } from './types'

/** Whether somebody in this capacity may fire a transition, or take one of its seats. */
export function mayFire(principal: string, { trigger, firedBy = [], seats = [] }: Transition): boolean {
  const named =
    trigger === 'hand' ? firedBy : trigger === 'quorum' ? seats.flatMap(({ members }) => members) : []
  return named.includes(principal) || named.includes('anyone')
}

/** Whether nobody is named who could fire it. */
export const nobodyFires = ({ trigger, firedBy, seats }: Transition): boolean =>
  trigger === 'hand'
    ? !firedBy?.length
    : trigger === 'quorum' && !seats?.some(({ members }) => members.length)
