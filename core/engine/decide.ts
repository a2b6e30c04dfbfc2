import { EffectError, effectKind, type Moment } from '../effect'
import {
  adoptedAttribute,
  first,
  format,
  isAdopting,
  positionOf,
  RevisionError,
  step,
  type Step,
} from '../revision'
import { conditionRecord } from './condition-record'
import { allowsAll } from './rights'
import { ConditionError, evaluate, parseCondition } from '../condition'
import type { DocumentRecord } from '../attribute'
import { adoptable, adoptionIsOn } from './adopt'
import {
  attributeOf,
  catalogueState,
  type Lifecycle,
  lifecycleOf,
  principalName,
  schemeFor,
  stateName,
  type Transition,
  transitionOf,
} from '../configuration'
import { checkedIn, commentGiven, type Decision, type Outcome, type Standing, writtenLabel } from './outcome'
import type { Reason } from '../access'
import type { RegisterRow, Written } from './document'

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
  const written = writes(request, lifecycle, transition, label.after)
  const reasons = [
    ...stands(request, lifecycle, transition),
    ...mayFire(request, lifecycle, transition),
    ...guardHolds(request, lifecycle, transition),
    ...(isAdopting(transition.revision) ? adoptionIsOn(request, lifecycle) : []),
    ...label.reasons,
    ...written.reasons,
    ...(transition.comment === 'required'
      ? commentGiven(request, transition.name, where(lifecycle, transition))
      : []),
  ]
  if (reasons.length) return { ok: false, reasons }
  return { ok: true, outcome: outcome(request, transition, label.after, written.written) }
}

function outcome(
  { document, person, today, comment, legacy }: Request,
  transition: Transition,
  after: string | null,
  written: Written[],
): Outcome {
  const adopts = isAdopting(transition.revision)
  const changes = after !== null && (adopts || after !== document.revision)
  const version = changes ? document.version + 1 : null
  return {
    from: document.state,
    to: transition.to,
    before: document.revision,
    after,
    register: changes
      ? {
          label: after,
          ...(adopts && legacy
            ? legacy
            : { date: today, author: person.name, text: comment?.trim() || transition.name }),
          version,
          origin: adopts ? 'adopted' : 'native',
        }
      : null,
    version,
    written,
  }
}

function where(lifecycle: Lifecycle, transition: Transition): string {
  return `${lifecycle.name}, transition ${transition.name}`
}

function stands(
  { configuration, document, person }: Request,
  lifecycle: Lifecycle,
  transition: Transition,
): Reason[] {
  const reasons: Reason[] = []
  if (transition.trigger !== 'hand')
    reasons.push({
      rule: 'trigger',
      message: `${transition.name} is not fired by hand`,
      where: where(lifecycle, transition),
      wayOut: 'set its trigger to “by hand”',
    })
  if (!transition.from.includes(document.state)) {
    const from = transition.from.map((state) => stateName(configuration, state)).join(' or ')
    reasons.push({
      rule: 'state',
      message: `${document.number} stands in ${stateName(configuration, document.state)}; ${transition.name} starts from ${from}`,
      where: where(lifecycle, transition),
      wayOut: `bring it to ${from} first`,
    })
  }
  return [...reasons, ...checkedIn({ document, person })]
}

function mayFire(request: Request, lifecycle: Lifecycle, transition: Transition): Reason[] {
  const { configuration, document, person } = request
  const { held, reasons } = allowsAll(
    request,
    lifecycle,
    isAdopting(transition.revision) ? ['move', 'adopt'] : ['move'],
  )
  const firedBy = transition.firedBy ?? []
  if (!firedBy.some((principal) => held.has(principal))) {
    const who =
      firedBy.map((principal) => principalName(configuration, principal)).join(' or ') || 'nobody yet'
    reasons.unshift({
      rule: 'fired-by',
      message: `${transition.name} is for ${who}, and ${person.name} is none of them in ${document.folder}`,
      where: where(lifecycle, transition),
      wayOut: firedBy.length ? `ask ${who}` : 'say on the lifecycle sheet who fires it',
    })
  }
  for (const excluded of transition.notBy ?? [])
    if (document[excluded] === person.id)
      reasons.push({
        rule: 'excluded',
        message: `${person.name} ${excluded === 'creator' ? 'created' : 'last edited'} ${document.number}, and ${transition.name} is for somebody else then`,
        where: where(lifecycle, transition),
        wayOut: 'ask another person who may fire it',
      })
  return [...reasons, ...referencesStand(request, lifecycle, transition)]
}

/** Children must stand where the transition demands it: the direct ones, or all of them. */
function referencesStand(
  { configuration, document }: Request,
  lifecycle: Lifecycle,
  transition: Transition,
): Reason[] {
  const { references: demand } = transition
  if (!demand) return []
  const wanted = demand.states.map((state) => stateName(configuration, state)).join(' or ')
  return (document.references ?? [])
    .filter(({ state, direct }) => (direct || demand.depth === 'all') && !demand.states.includes(state))
    .map(({ number, state }) => ({
      rule: 'references',
      message: `${number}, which ${document.number} refers to, stands in ${stateName(configuration, state)}; ${transition.name} asks for ${wanted}`,
      where: where(lifecycle, transition),
      wayOut: `bring ${number} to ${wanted} first`,
    }))
}

function guardHolds(request: Request, lifecycle: Lifecycle, transition: Transition): Reason[] {
  if (!transition.guard) return []
  const { configuration, document } = request
  try {
    const condition = parseCondition(transition.guard, configuration.attributes)
    if (evaluate(condition, conditionRecord(configuration, document))) return []
    return [
      {
        rule: 'guard',
        message: `${document.number} does not meet the guard ${transition.guard}`,
        where: where(lifecycle, transition),
        wayOut: 'fill in the record so that the guard holds',
      },
    ]
  } catch (error) {
    if (!(error instanceof ConditionError)) throw error
    return [
      {
        rule: 'guard',
        message: `the guard of ${transition.name} cannot be read: ${error.message}`,
        where: where(lifecycle, transition),
        wayOut: 'mend the guard on the lifecycle sheet',
      },
    ]
  }
}

function newLabel(
  request: Request,
  lifecycle: Lifecycle,
  transition: Transition,
): { after: string | null; reasons: Reason[] } {
  const { configuration, document } = request
  const scheme = schemeFor(configuration, lifecycle)
  const refuse = (message: string, wayOut: string) => ({
    after: document.revision,
    reasons: [{ rule: 'revision' as const, message, where: where(lifecycle, transition), wayOut }],
  })
  const adopted = adoptedAttribute(transition.revision)
  if (adopted !== undefined) {
    const attribute = attributeOf(configuration, adopted)
    const value = document.record[attribute.id] ?? null
    const answer = adoptable(scheme, document, value === null ? null : String(value), attribute.name)
    return 'label' in answer
      ? { after: answer.label, reasons: [] }
      : refuse(answer.reason, `${attribute.name} in the record: ${answer.wayOut}`)
  }
  if (transition.revision === 'keep') return { after: document.revision, reasons: [] }
  try {
    const at = document.revision === null ? undefined : positionOf(scheme, document.revision)
    return {
      after: format(scheme, at ? step(scheme, at, transition.revision as Step) : first(scheme)),
      reasons: [],
    }
  } catch (error) {
    if (!(error instanceof RevisionError)) throw error
    return refuse(error.message, 'choose another step, or extend the revision scheme')
  }
}

function writes(
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
  for (const effect of transition.effects) {
    const values = Object.fromEntries([...record.values()].map((entry) => [entry.attribute, entry.after]))
    const moment: Moment = {
      attributes: configuration.attributes,
      written: values,
      context: (known) => templateContext(request, transition, after, known),
    }
    try {
      for (const { attribute, value } of effectKind(effect).carryOut(effect, moment)) write(attribute, value)
    } catch (error) {
      if (!(error instanceof EffectError)) throw error
      const { message, wayOut } = error
      reasons.push({ rule: 'effect', message, where: where(lifecycle, transition), wayOut })
    }
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
    from: { name: stateName(configuration, document.state) },
    to: catalogueState(configuration, transition.to),
    person: { name: person.name },
    number: document.number,
    revision: after ?? '',
    today,
    comment: comment ?? '',
  }
}
