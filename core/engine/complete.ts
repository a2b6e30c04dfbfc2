import type { Reason } from '../access'
import type { DocumentRecord } from '../attribute'
import { type Lifecycle, namedState, type Notice, type Transition } from '../configuration'
import { EffectError, effectKind } from '../effect'
import { isAdopting } from '../revision'
import type { ScriptFacts } from '../script'
import { render } from '../template'
import { adoptionIsOn } from './adopt'
import type { Command } from './commands'
import type { DocumentSnapshot, RegisterRow, Written } from './document'
import { newLabel } from './new-label'
import { whereIs } from './reasons-against-firing'
import { registered, writtenLabel } from './relabel'
import { isComplete, type Signature } from './round'
import type { Standing } from './standing'

/** A transition that would be completed: by somebody, or by itself, with what has been signed for it. */
export interface Completing extends Standing {
  lifecycle: Lifecycle
  transition: Transition
  signatures: Signature[]
  /** What is known of the label that is adopted; its register row says so instead of today and the person. */
  legacy?: Pick<RegisterRow, 'date' | 'author' | 'text'>
}

/**
 * Everything that completing a transition does, in the order of the model (section 3, step 5): revision step, effects,
 * state, register row, version, notices, jobs; and every reason why it cannot be done.
 */
export function completion(request: Completing): { reasons: Reason[]; commands: Command[] } {
  const { document, lifecycle, transition } = request
  const label = newLabel(request, lifecycle, transition)
  const effects = effectsOf(request, label.after)
  const letters = noticesOf(request, label.after, effects.written)
  const adopts = isAdopting(transition.revision)
  // Adopting the label that is registered already changes nothing but the state.
  const isRegistered = document.register.some((row) => row.label === document.revision)
  const changes = label.after !== null && (label.after !== document.revision || (adopts && !isRegistered))
  return {
    reasons: [
      ...(adopts ? adoptionIsOn(request, lifecycle) : []),
      ...label.reasons,
      ...effects.reasons,
      ...letters.reasons,
    ],
    commands: [
      ...(label.after === document.revision
        ? []
        : [{ kind: 'set-label' as const, before: document.revision, after: label.after }]),
      ...effects.written.map((entry): Command => ({ kind: 'write-attribute', ...entry })),
      { kind: 'set-state', from: document.state, to: transition.to },
      ...(changes ? registered(document, registerRow(request, label.after!)) : []),
      ...letters.commands,
      ...effects.letters,
      ...effects.jobs,
    ],
  }
}

/** What the register will say of the new label: what is known of it from before the vault, or this act. */
function registerRow(
  { person, today, comment, legacy, transition: { name, revision } }: Completing,
  label: string,
): Omit<RegisterRow, 'version'> {
  const now = { date: today, author: person.name, text: comment?.trim() || name }
  const adopts = isAdopting(revision)
  return { label, ...((adopts && legacy) || now), origin: adopts ? 'adopted' : 'native' }
}

type Jobs = Extract<Command, { kind: 'queue-job' }>[]
type Letters = Extract<Command, { kind: 'tell' }>[]

/**
 * What the effects write in their order, each seeing what those before it wrote; what comes out as it went in
 * is left out.
 */
function effectsOf(
  request: Completing,
  after: string | null,
): { written: Written[]; letters: Letters; jobs: Jobs; reasons: Reason[] } {
  const { configuration, document, lifecycle, transition, signatures, today } = request
  const record = new Map<string, Written>()
  const reasons: Reason[] = []
  const jobs: Jobs = []
  const letters: Letters = []
  const write = (attribute: string, value: Written['after']) => {
    const before = document.record[attribute] ?? null
    if (before === value) record.delete(attribute)
    else record.set(attribute, { attribute, before, after: value })
  }
  for (const { attribute } of writtenLabel(lifecycle, document, after)) write(attribute, after)
  for (const effect of transition.effects)
    try {
      const written = Object.fromEntries([...record].map(([id, entry]) => [id, entry.after]))
      const moment = {
        ...{ attributes: configuration.attributes, written, today, signers: signatures },
        context: (known: DocumentRecord) => templateContext(request, after, known),
        seats: transition.seats ?? [],
        isComplete: isComplete(transition, signatures),
        scripts: configuration.scripts ?? [],
        facts: (known: DocumentRecord) => scriptFacts(request, after, known),
      }
      for (const command of effectKind(effect).carryOut(effect, moment))
        if (command.kind === 'write-attribute') write(command.attribute, command.value)
        else if (command.kind === 'tell') letters.push({ ...command, transition: transition.id })
        else jobs.push({ ...command, transition: transition.id } as Jobs[number])
    } catch (error) {
      if (!(error instanceof EffectError)) throw error
      reasons.push(inTransition(request, error.message, error.wayOut))
    }
  return { written: [...record.values()], letters, jobs, reasons }
}

const inTransition = ({ lifecycle, transition }: Completing, message: string, wayOut: string): Reason => ({
  ...{ rule: 'effect', message, wayOut },
  where: whereIs(lifecycle, transition),
})

/** The letters that a transition sends, in words, each to whom its notice names. */
function noticesOf(request: Completing, after: string | null, written: Written[]) {
  const { transition } = request
  const notices: Notice[] = transition.notices ?? []
  const commands: Command[] = []
  const reasons: Reason[] = []
  // What a template may name is much to put together where nobody is told.
  if (!notices.length) return { commands, reasons }
  const values = Object.fromEntries(written.map((entry) => [entry.attribute, entry.after]))
  const context = templateContext(request, after, values)
  for (const { to, subject, body } of notices)
    try {
      const text = { subject: render(subject, context), body: render(body, context) }
      commands.push({ kind: 'tell', transition: transition.id, to, ...text })
    } catch (error) {
      const message = `the notice “${subject}” cannot be written: ${(error as Error).message}`
      reasons.push(inTransition(request, message, 'mend the notice on the lifecycle sheet'))
    }
  return { commands, reasons }
}

/**
 * What a template may name: the states, the day, the person, the signers, the label and the record as it stands at that
 * effect.
 */
function templateContext(
  { configuration, document, person, today, comment, transition, signatures }: Completing,
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
    ...(transition.trigger === 'quorum' ? { signers: signatures.map(({ name }) => name) } : {}),
  }
}

/** What a script gets to see of the act, as the document stands at that effect. */
function scriptFacts(
  { document, transition, person, today, comment }: Completing,
  after: string | null,
  values: DocumentRecord,
): ScriptFacts {
  const { id, name, to } = transition
  const moved = { ...document, revision: after, record: { ...document.record, ...values } }
  return {
    document: factsOf(moved),
    transition: { id, name, from: document.state, to },
    ...{ person: { name: person.name }, today, comment: comment ?? '' },
  }
}

/** A document as scripts see it. */
export const factsOf = (document: DocumentSnapshot): ScriptFacts['document'] => ({
  ...{
    number: document.number,
    class: document.classId,
    lifecycle: document.lifecycle,
    state: document.state,
  },
  ...{ folder: document.folder, fileName: document.fileName, revision: document.revision },
  ...{ version: document.version, owner: document.owner, creator: document.creator },
  ...{ lastEditor: document.lastEditor, record: document.record },
})
