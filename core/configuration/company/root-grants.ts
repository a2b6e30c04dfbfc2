import type { Principal, Right } from '../../access'
import { rights } from '../../access'
import type { Configuration } from '../types'

/**
 * Returns the grants of a root folder that leave all decisions to the states: each principal gets every right that some
 * state grants to it. A right counts only if folder and state both grant it (model, section 4).
 */
export function rootGrants({ lifecycles }: Configuration): Record<Principal, Right[]> {
  const granted = new Map<Principal, Set<Right>>()
  for (const { states } of lifecycles)
    for (const { grants } of states)
      for (const [who, some] of Object.entries(grants))
        granted.set(who, new Set([...(granted.get(who) ?? []), ...some]))
  return Object.fromEntries(
    [...granted].map(([who, some]) => [who, rights.filter((right) => some.has(right))]),
  )
}
