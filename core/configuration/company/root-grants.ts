import type { Principal, Right } from '../../access'
import { rights } from '../../access'
import type { Configuration } from '../types'

/**
 * Returns what the root folder has to grant so that the states decide alone: each principal gets every right that some
 * state grants to it (model, section 4: a right has to be granted by folder and state).
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
