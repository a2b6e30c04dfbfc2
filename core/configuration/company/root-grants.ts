import type { Folder, Principal, Right } from '../../access'
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

/**
 * Returns the grants that a root folder lacks. A role, the owner or the creator lacks grants if states grant them
 * rights and no folder does: those rights count nowhere (model, section 4).
 */
export function missingGrants(configuration: Configuration, folders: Folder[]): Record<Principal, Right[]> {
  const known = new Set(folders.flatMap(({ grants }) => Object.keys(grants ?? {})))
  const missing = Object.entries(rootGrants(configuration)).filter(
    ([who]) => !known.has(who) && /^(role:|owner$|creator$)/.test(who),
  )
  return Object.fromEntries(missing)
}
