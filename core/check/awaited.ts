import { type Lifecycle, triggerKind } from '../configuration'
import { effectKind } from '../effect'
import { finding, type Finding } from './finding'

/** What a lifecycle sets that the engine does not carry out yet: it can be drawn and published, and does not happen. */
export function awaited({ id, name, transitions }: Lifecycle): Finding[] {
  const told = new Map<string, string[]>()
  const add = (what: string, transition: string) => {
    const known = told.get(what) ?? []
    if (!known.includes(transition)) told.set(what, [...known, transition])
  }
  for (const transition of transitions) {
    const kind = triggerKind(transition.trigger)
    if (kind.isAwaited) add(`transitions ${kind.name}`, transition.name)
    for (const effect of transition.effects)
      if (effectKind(effect).isAwaited) add(`the effect “${effectKind(effect).name}”`, transition.name)
    if (transition.notices?.length) add('notices', transition.name)
  }
  if (told.size === 0) return []
  const list = [...told].map(([what, names]) => `${what} (${some(names)})`).join(', ')
  const message = `${name} sets what is not carried out yet: ${list}`
  return [finding('not-carried-out', { lifecycle: id }, message, { witness: Object.fromEntries(told) })]
}

const some = (names: string[]) =>
  names.length > 4 ? `${names.slice(0, 3).join(', ')} and ${names.length - 3} more` : names.join(', ')
