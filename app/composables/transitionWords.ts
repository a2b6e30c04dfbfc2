import { principalName, type Configuration, type Effect, type Transition } from '~~/core/lifecycle'

/** Who fires a transition, in words. */
export function whoFires(configuration: Configuration, { trigger, firedBy, seats }: Transition): string {
  if (trigger === 'unattended') return 'by itself'
  const names = (principals: string[] = []) => principals.map((principal) => principalName(configuration, principal)).join(' or ')
  if (trigger === 'quorum') return seats?.map(({ needed, members }) => `${needed} × ${names(members) || 'nobody'}`).join(', ') || 'no seats yet'
  return firedBy?.map((principal) => principalName(configuration, principal)).join(', ') || 'nobody yet'
}

export const nobodyFires = ({ trigger, firedBy, seats }: Transition): boolean => (trigger === 'hand' ? !firedBy?.length : trigger === 'quorum' && !seats?.some(({ members }) => members.length))

/** What happens to the label, in a word. */
export const stepWord = ({ revision }: Transition): string => (revision.startsWith('adopt:') ? 'adopt' : revision)

/** When a transition may be fired and what follows, in words. */
export function whenAndThen(configuration: Configuration, way: Transition): string {
  const told = (way.notices ?? []).flatMap(({ to }) => to.map((one) => ({ creator: 'the creator', lastEditor: 'the last editor', nextSigners: 'the next signers' })[one] ?? principalName(configuration, one).replace(/^mail:/, '')))
  const does = [...way.effects.map((effect) => effectWords(configuration, effect)), ...(told.length ? [`tell ${[...new Set(told)].join(', ')}`] : [])]
  const asks = [way.guard ? `if ${way.guard}` : '', way.comment === 'required' ? 'comment asked' : '', way.notBy?.length ? 'by another person' : '', way.references ? 'references first' : '']
  return [...asks, does.length ? `→ ${does.join(', ')}` : ''].filter(Boolean).join(' · ')
}

function effectWords(configuration: Configuration, effect: Effect): string {
  const name = 'attribute' in effect ? configuration.attributes.find(({ id }) => id === effect.attribute)?.name ?? effect.attribute : ''
  switch (effect.kind) {
    case 'write': return `${name} ← ${effect.value}`
    case 'sign': return `${name} ← signer`
    case 'copy': return `copy to ${effect.folder}`
    case 'render': return 'render PDF'
    case 'run': return `run ${effect.job}`
  }
}

/** Whether somebody in this capacity may fire a transition, or take one of its seats. */
export function mayFire(principal: string, { trigger, firedBy = [], seats = [] }: Transition): boolean {
  const named = trigger === 'hand' ? firedBy : trigger === 'quorum' ? seats.flatMap(({ members }) => members) : []
  return named.includes(principal) || named.includes('anyone')
}
