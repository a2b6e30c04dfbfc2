import { type Folder, idOf, type Principal } from '~~/core/access'
import type { Lifecycle } from '~~/core/configuration'

/** Puts roles first, then owner and creator, groups and people, and anyone last. */
function orderOf(principal: Principal): number {
  if (principal === 'anyone') return 4
  if (idOf('person', principal) !== undefined) return 3
  if (principal.startsWith('group:')) return 2
  return principal.startsWith('role:') ? 0 : 1
}

/**
 * Returns everybody of whom a lifecycle and a folder with those above it speak, in the order of the grid.
 * @param added who was added to the grid and has no rights yet
 */
export function spokenOf(
  { states, transitions }: Lifecycle,
  chain: Folder[],
  added: Principal[],
  nameOf: (principal: Principal) => string,
): Principal[] {
  const named = new Set<Principal>([
    ...states.flatMap(({ grants }) => Object.keys(grants)),
    ...transitions.flatMap(({ firedBy = [], seats = [] }) => [
      ...firedBy,
      ...seats.flatMap(({ members }) => members),
    ]),
    ...chain.flatMap(({ grants, withhold }) => [
      ...Object.keys(grants ?? {}),
      ...Object.keys(withhold ?? {}),
    ]),
    ...added,
    'anyone',
  ])
  return [...named].sort((a, b) => orderOf(a) - orderOf(b) || (nameOf(a) < nameOf(b) ? -1 : 1))
}
