import type { Lifecycle } from '../configuration'
import { effectKind } from '../effect'
import { finding, type Finding } from './finding'

/** Effects that the vault does not carry out yet: a lifecycle may set them, and its transitions are refused. */
export function awaited({ id, name, transitions }: Lifecycle): Finding[] {
  const told = new Map<string, string[]>()
  for (const transition of transitions)
    for (const effect of transition.effects) {
      const kind = effectKind(effect)
      if (!kind.isAwaited) continue
      const what = `the effect “${kind.name}”`
      told.set(what, [...new Set([...(told.get(what) ?? []), transition.name])])
    }
  if (told.size === 0) return []
  const list = [...told].map(([what, names]) => `${what} (${some(names)})`).join(', ')
  const message = `${name} sets what is not carried out yet: ${list}`
  return [finding('not-carried-out', { lifecycle: id }, message, { witness: Object.fromEntries(told) })]
}

const some = (names: string[]) =>
  names.length > 4 ? `${names.slice(0, 3).join(', ')} and ${names.length - 3} more` : names.join(', ')
