import { type Right, rightKind, rights, type StateOfRights } from '../access'
import { type Lifecycle, type StateUse, triggerKind } from '../configuration'

/** A right that is granted in a state where nothing can ever be done with it. */
export interface UnusedRight {
  state: string
  right: Right
  why: string
}

/** A state of a lifecycle, as rights look at it. */
const asStateOfRights = (
  { transitions }: Lifecycle,
  { state, content, adoption }: StateUse,
): StateOfRights => ({
  state,
  content,
  adoption,
  firedFromHere: transitions
    .filter(({ from, trigger }) => triggerKind(trigger).byPeople && from.includes(state))
    .map(({ id }) => id),
})

/** The rights of a lifecycle that can never be used where they are granted, whoever holds them. */
export function unusedRights(lifecycle: Lifecycle): UnusedRight[] {
  return lifecycle.states.flatMap((use) => {
    const granted = new Set(Object.values(use.grants).flat())
    const state = asStateOfRights(lifecycle, use)
    return rights.flatMap((right) => {
      const { use: of } = rightKind(right)
      return granted.has(right) && of?.none && of.users(state).length === 0
        ? [{ state: use.state, right, why: of.none }]
        : []
    })
  })
}

/** What a right is used by in a lifecycle: “used by 3 states”; empty where it is of use everywhere. */
export function usersOfRight(lifecycle: Lifecycle, right: Right): string {
  const { use } = rightKind(right)
  if (!use) return ''
  const users = lifecycle.states.flatMap((state) => use.users(asStateOfRights(lifecycle, state)))
  const many = new Set(users).size
  return `used by ${many} ${use.what}${many === 1 ? '' : 's'}`
}
