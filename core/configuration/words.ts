import { attributeName, principalName, schemeIn, stateName } from './look-up'
import type { Configuration, Lifecycle, Notice, Seat, Transition } from './types'
import { ConditionError, conditionInWords, parseCondition } from '../condition'
import { type Effect, effectKind } from '../effect'
import { readStep, stepKinds } from '../revision'
import { triggerKind } from './triggers'

/** Who fires a transition, in words. */
export const whoFires = (configuration: Configuration, transition: Transition): string =>
  triggerKind(transition.trigger).who(configuration, transition)

/** What happens to the label, in a word or two: “keep”, “major”, “starts C”. */
export function stepWord(
  configuration: Configuration,
  lifecycle: Lifecycle,
  { revision }: Transition,
): string {
  const { kind, argument } = readStep(revision)
  if (kind !== 'series' || !argument) return stepKinds[kind].word
  const series = schemeIn(configuration, lifecycle)?.series.find(({ id }) => id === argument)
  return `starts ${series?.prefix || argument}`
}

/** When a transition may be fired and what follows, in words. */
export function whenAndThen(configuration: Configuration, transition: Transition): string {
  const told = toldInWords(configuration, transition.notices ?? [])
  const does = [
    ...transition.effects.map((effect) => effectInWords(configuration, effect)),
    ...(told ? [`tells ${told}`] : []),
  ]
  const asks = [
    transition.guard ? `if ${guardInWords(configuration, transition.guard)}` : '',
    transition.comment === 'required' ? 'comment asked' : '',
    transition.notBy?.length ? 'by another person' : '',
    transition.references ? 'references first' : '',
  ]
  return [...asks, does.length ? `→ ${does.join(', ')}` : ''].filter(Boolean).join(' · ')
}

/** “2 × Checker, 1 × Lead or Release Board”. */
export const seatsInWords = (configuration: Configuration, seats: Seat[]): string =>
  seats
    .map(
      ({ needed, members }) =>
        `${needed} × ${members.map((principal) => principalName(configuration, principal)).join(' or ') || 'nobody'}`,
    )
    .join(', ')

const parties: Record<string, string> = {
  creator: 'the creator',
  lastEditor: 'the last editor',
  nextSigners: 'the next signers',
}

/** Everybody who is told, once. */
export const toldInWords = (configuration: Configuration, notices: Notice[]): string =>
  [
    ...new Set(
      notices.flatMap(({ to }) =>
        to.map((one) => parties[one] ?? principalName(configuration, one).replace(/^mail:/, '')),
      ),
    ),
  ].join(', ')

/** In which states references have to stand. */
export const referencesInWords = (
  configuration: Configuration,
  { states, depth }: NonNullable<Transition['references']>,
): string => {
  const wanted = states.map((state) => stateName(configuration, state)).join(' or ')
  return `${wanted} for ${depth === 'all' ? 'all of them' : 'the direct ones'}`
}

/** What an effect does. */
export const effectInWords = (configuration: Configuration, effect: Effect): string =>
  effectKind(effect).words(effect, {
    of: (id) => attributeName(configuration, id),
    isStamp: (id) => configuration.attributes.some((other) => other.id === id && other.systemOnly),
    script: (id) => configuration.scripts?.find((other) => other.id === id)?.name ?? id,
  })

/** A guard as a person reads it; its text where it cannot be read. */
export function guardInWords(configuration: Configuration, guard: string): string {
  try {
    const condition = parseCondition(guard, configuration.attributes)
    return conditionInWords(condition, (id) => attributeName(configuration, id))
  } catch (error) {
    if (error instanceof ConditionError) return guard
    throw error
  }
}
