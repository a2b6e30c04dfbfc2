import { derivedOf } from './derived'
import { renamed } from './renamed'
import type { Condition } from './types'

/** Every attribute and fact that a condition names. */
export function namesOf(condition: Condition): Set<string> {
  const derived = derivedOf(condition)
  if (derived.names) return derived.names
  const names = new Set<string>()
  renamed(condition, (name) => {
    names.add(name)
    return name
  })
  return (derived.names = names)
}
