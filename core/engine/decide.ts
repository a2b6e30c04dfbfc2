import { EffectError, effectKind } from '../effect'
import { type Lifecycle, lifecycleOf, namedState, type Transition, transitionOf } from '../configuration'
import type { DocumentRecord } from '../attribute'
import type { Reason } from '../access'
import { isAdopting } from '../revision'
import { adoptionIsOn } from './adopt'
import type { Command } from './commands'
import { type Decision, done, refused } from './decision'
import type { RegisterRow, Written } from './document'
import { newLabel } from './new-label'
import { reasonsAgainstFiring, whereIs } from './reasons-against-firing'
import { registered, writtenLabel } from './relabel'
import { commentGiven, type Standing } from './standing'

/** A transition asked for, and everything the answer rests on. */
export interface Request extends Standing {
  transition: string
  /** What is known of the label that is adopted; its register row says so instead of today and the person. */
  legacy?: Pick<RegisterRow, 'date' | 'author' | 'text'>
}

/**
 * What firing a transition by hand would do, or every reason why it cannot be (model, section 3, steps 1 to 5).
 * Pure: prediction, rehearsal and the real act all ask this one function.
 */
export function decide(request: Request): Decision {
  const lifecycle = lifecycleOf(request.configuration, request.document.lifecycle)
  const transition = transitionOf(lifecycle, request.transition)
  const label = newLabel(request, lifecycle, transition)
  const effects = effectsOf(request, lifecycle, transition, label.after)
  const reasons = [
    ...reasonsAgainstFiring(request, lifecycle, transition),
    ...(isAdopting(transition.revision) ? adoptionIsOn(request, lifecycle) : []),
    ...label.reasons,
    ...effects.reasons,
    ...(transition.comment === 'required'
      ? commentGiven(request, transition.name, whereIs(lifecycle, transition))
      : []),
  ]
  return reasons.length
    ? refused(reasons)
    : done(completed(request, transition, label.after, effects.written))
}

/** Everything that completion does, in the order of the model: label, effects, state, register row, version. */
function completed(
  request: Request,
  transition: Transition,
  after: string | null,
  written: Written[],
): Command[] {
  const { document } = request
  const changes = after !== null && (isAdopting(transition.revision) || after !== document.revision)
  return [
    ...(after === document.revision
      ? []
      : [{ kind: 'set-label' as const, before: document.revision, after }]),
    ...written.map((entry): Command => ({ kind: 'write-attribute', ...entry })),
    { kind: 'set-state', from: document.state, to: transition.to },
    ...(changes ? registered(document, registerRow(request, transition, after)) : []),
  ]
}

/** What the register will say of the new label: what is known of it from before the vault, or this act. */
function registerRow(
  { person, today, comment, legacy }: Request,
  { name, revision }: Transition,
  label: string,
): Omit<RegisterRow, 'version'> {
  const now = { date: today, author: person.name, text: comment?.trim() || name }
  const adopts = isAdopting(revision)
  return { label, ...((adopts && legacy) || now), origin: adopts ? 'adopted' : 'native' }
}

/**
 * What the effects write in their order, each seeing what those before it wrote; what comes out as it went in
 * is left out.
 */
function effectsOf(
  request: Request,
  lifecycle: Lifecycle,
  transition: Transition,
  after: string | null,
): { written: Written[]; reasons: Reason[] } {
  const { configuration, document } = request
  const record = new Map<string, Written>()
  const reasons: Reason[] = []
  const write = (attribute: string, value: Written['after']) => {
    const before = document.record[attribute] ?? null
    if (before === value) record.delete(attribute)
    else record.set(attribute, { attribute, before, after: value })
  }
  for (const { attribute } of writtenLabel(lifecycle, document, after)) write(attribute, after)
  for (const effect of transition.effects)
    try {
      const written = Object.fromEntries([...record].map(([id, entry]) => [id, entry.after]))
      const context = (known: DocumentRecord) => templateContext(request, transition, after, known)
      const moment = { attributes: configuration.attributes, written, context }
      for (const { attribute, value } of effectKind(effect).carryOut(effect, moment)) write(attribute, value)
    } catch (error) {
      if (!(error instanceof EffectError)) throw error
      const { message, wayOut } = error
      reasons.push({ rule: 'effect', message, where: whereIs(lifecycle, transition), wayOut })
    }
  return { written: [...record.values()], reasons }
}

/** What a template may name: the states, the day, the person, the label and the record as it stands at that effect. */
function templateContext(
  { configuration, document, person, today, comment }: Request,
  transition: Transition,
  after: string | null,
  values: DocumentRecord,
): object {
  const blank = Object.fromEntries(configuration.attributes.map(({ id }) => [id, null]))
  return {
    ...blank,
    ...document.record,
    ...values,
    from: namedState(configuration, document.state),
    to: namedState(configuration, transition.to),
    person: { name: person.name },
    number: document.number,
    revision: after ?? '',
    today,
    comment: comment ?? '',
  }
}
