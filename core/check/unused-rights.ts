import type { Lifecycle } from '../configuration'
import type { Right } from '../access'

/** A right that is granted in a state where nothing can ever be done with it. */
export interface UnusedRight {
  state: string
  right: Right
  why: string
}

/** The rights of a lifecycle that can never be used where they are granted, whoever holds them. */
export function unusedRights({ states, transitions }: Lifecycle): UnusedRight[] {
  return states.flatMap(({ state, grants, adoption }) => {
    const granted = new Set(Object.values(grants).flat())
    const leaves = transitions.some(({ from, trigger }) => trigger !== 'unattended' && from.includes(state))
    return [
      ...(granted.has('move') && !leaves
        ? [{ state, right: 'move' as const, why: 'no transition is fired from there' }]
        : []),
      ...(granted.has('adopt') && !adoption
        ? [{ state, right: 'adopt' as const, why: 'labels are not adopted there' }]
        : []),
    ]
  })
}
