import { principalName, stateName } from './look-up'
import type { Configuration, Effect, Notice, Seat, Transition } from './types'

/** Who fires a transition, in words. */
export function whoFires(configuration: Configuration, { trigger, firedBy, seats }: Transition): string {
  if (trigger === 'unattended') return 'by itself'
  if (trigger === 'quorum') return seats?.length ? seatsInWords(configuration, seats) : 'no seats yet'
  return firedBy?.map((principal) => principalName(configuration, principal)).join(', ') || 'nobody yet'
}

/** What happens to the label, in a word. */
export const stepWord = ({ revision }: Transition): string =>
  revision.startsWith('adopt:') ? 'adopt' : revision

/** When a transition may be fired and what follows, in words. */
export function whenAndThen(configuration: Configuration, transition: Transition): string {
  const told = toldInWords(configuration, transition.notices ?? [])
  const does = [
    ...transition.effects.map((effect) => effectInWords(configuration, effect)),
    ...(told ? [`tell ${told}`] : []),
  ]
  const asks = [
    transition.guard ? `if ${transition.guard}` : '',
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
): string =>
  `${states.map((state) => stateName(configuration, state)).join(' or ')} for ${depth === 'all' ? 'all of them' : 'the direct ones'}`

/** What an effect does. */
export function effectInWords(configuration: Configuration, effect: Effect): string {
  const name =
    'attribute' in effect
      ? (configuration.attributes.find(({ id }) => id === effect.attribute)?.name ?? effect.attribute)
      : ''
  switch (effect.kind) {
    case 'write':
      return `${name} ← ${effect.value}`
    case 'sign':
      return `${name} ← ${effect.part} of ${effect.signer === 'last' ? 'the last signer' : `signer ${effect.signer}`} of ${effect.seat}`
    case 'copy':
      return `copy to ${effect.folder}`
    case 'render':
      return 'render PDF'
    case 'run':
      return `run ${effect.job}`
  }
}
