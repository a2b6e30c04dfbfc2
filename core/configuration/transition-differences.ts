import { fieldsInWords, shown } from './fields-in-words'
import { principalName, stateName } from './look-up'
import { type Trigger, triggerKind } from './triggers'
import type { Configuration, Transition } from './types'
import { effectInWords, referencesInWords, seatsInWords, toldInWords } from './words'

/** How the parts of a transition that are no plain values are said. */
const inWords: Record<string, (configuration: Configuration, value: never) => string> = {
  firedBy: (configuration, principals: string[]) =>
    principals.map((principal) => principalName(configuration, principal)).join(', '),
  seats: seatsInWords,
  references: referencesInWords,
  effects: (configuration, effects: Transition['effects']) =>
    effects.map((effect) => effectInWords(configuration, effect)).join(', ') || 'nothing',
  notices: (configuration, notices: NonNullable<Transition['notices']>) =>
    notices
      .map((notice) => {
        const letter = notice.body ? `${notice.subject}: ${notice.body}` : notice.subject
        return `${toldInWords(configuration, [notice]) || 'nobody'} “${letter}”`
      })
      .join(', '),
  notBy: (_, whom: string[]) =>
    whom.map((one) => (one === 'creator' ? 'who created it' : 'who edited it last')).join(', '),
  trigger: (_, trigger: Trigger) => triggerKind(trigger).name,
}

/** What is different about a transition, in words. */
export function insideTransition(configuration: Configuration, old: Transition, now: Transition): string[] {
  const verbs = {
    name: 'is called',
    from: 'starts from',
    to: 'leads to',
    trigger: 'is fired',
    guard: 'asks',
    firedBy: 'is fired by',
    revision: 'steps',
    comment: 'has comment',
    effects: 'does',
    seats: 'has the seats',
    notBy: 'is not for',
    notices: 'tells',
    references: 'asks references to stand in',
    due: 'is late after days',
    guidance: 'says to its people',
    password: 'asks for the password',
  }
  return fieldsInWords(old, now, verbs, (key, value) => {
    if (key === 'from' || key === 'to')
      return [value]
        .flat()
        .map((state) => stateName(configuration, String(state)))
        .join(', ')
    return inWords[key] && value !== undefined
      ? inWords[key](configuration, value as never) || 'nobody'
      : shown(value)
  })
}
