import { attributeName, type Configuration, type Lifecycle, stateName } from '~~/core/configuration'
import type { DocumentSnapshot } from '~~/core/engine'
import type { Answer, RehearsedAct } from '~~/core/rehearsal'
import { counted, valueInWords } from '~/format'

const deeds: Partial<Record<RehearsedAct['act'], string>> = {
  'check-out': 'checks out',
  'check-in': 'checks in',
  'undo-check-out': 'gives the check-out back',
  edit: 'fills in',
  adopt: 'adopts the label',
  'new-revision': 'makes a new revision',
  'hand-on': 'hands it on',
  file: 'files it',
}

/** What an act is, in words: “signs Issue”, “checks in”. */
export function deedInWords(
  { transitions }: Lifecycle,
  act: { act: RehearsedAct['act']; transition?: string; record?: unknown },
): string {
  const transition = transitions.find(({ id }) => id === act.transition)
  const name = transition?.name ?? act.transition ?? ''
  if (act.act === 'withdraw') return `withdraws from ${name}`
  if (act.act !== 'fire') return deeds[act.act] ?? act.act
  return transition?.trigger === 'quorum' ? `signs ${name}` : name
}

/** What came of an act, in one line: states, labels, what was written, how far it is, who is told, which jobs. */
export function outcomeInWords(
  configuration: Configuration,
  lifecycle: Lifecycle,
  before: Pick<DocumentSnapshot, 'state' | 'revision' | 'version' | 'record'>,
  answer: Answer,
): string {
  if (!answer.ok) return answer.reasons.map(({ message }) => message).join('; ')
  const { document, progress, unattended, notices, jobs, undecided } = answer
  const nameOf = (state: string) => stateName(configuration, state)
  const then = unattended.map((id) => lifecycle.transitions.find((one) => one.id === id)?.name ?? id)
  const written = Object.entries(document.record).filter(
    ([id, value]) => value !== (before.record[id] ?? null) && id !== lifecycle.revisionAttribute,
  )
  const parts = [
    document.state === before.state ? '' : `${nameOf(before.state)} → ${nameOf(document.state)}`,
    document.revision === before.revision
      ? ''
      : `${before.revision ?? 'no label'} → ${document.revision ?? 'none'}`,
    document.version === before.version ? '' : `version ${document.version}`,
    ...written.map(([id, value]) => `${attributeName(configuration, id)} “${valueInWords(value)}”`),
    progress ? `${progress.signed} of ${progress.needed}, nothing else yet` : '',
    then.length ? `by itself: ${then.join(', then ')}` : '',
    notices.length ? `tells ${counted(new Set(notices.flatMap(({ to }) => to)).size, 'reader')}` : '',
    ...jobs.map(({ kind }) => `job: ${kind}`),
    undecided ? `stays: ${undecided.reasons[0]?.message ?? 'undecided'}` : '',
  ]
  return parts.filter(Boolean).join(' · ') || 'nothing else changes'
}
