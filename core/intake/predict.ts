import { evaluate, parseCondition } from '../condition'
import { type Configuration, type Lifecycle, stateName, type Transition } from '../configuration'
import {
  carryOut,
  type Command,
  conditionRecord,
  decide,
  type DocumentSnapshot,
  nextLabel,
  reasonsAgainst,
} from '../engine'
import { valueFor } from '../attribute'
import { adoptedAttribute, isAdopting, type RevisionStep } from '../revision'
import type { PlanInput } from './plan'
import type { Conflict, PlannedDocument, Prediction } from './types'

/**
 * What a document becomes, by the transition that takes its label over into the target state; or why it
 * becomes nothing.
 */
export type Way =
  | (Pick<PlannedDocument, 'targetState' | 'transition' | 'record' | 'prediction'> & { conflicts: [] })
  | { targetState: string; conflicts: Conflict[] }

/** Finds the transition that takes the label over into the target state, and asks the engine what it does. */
export function wayIn(
  input: PlanInput,
  lifecycle: Lifecycle,
  before: DocumentSnapshot,
  label: string,
  legacy: PlannedDocument['legacy'],
): Way {
  const { configuration } = input
  const targetState = targetOf(input, before)
  const nameOf = (state: string) => stateName(configuration, state)
  const against = (code: Conflict['code'], message: string): Way => ({
    targetState,
    conflicts: [{ code, message, waysOut: [] }],
  })
  if (!lifecycle.states.some(({ state }) => state === targetState))
    return against('no-target-state', `${lifecycle.name} has no state “${nameOf(targetState)}”`)
  const transitions = lifecycle.transitions.filter(
    ({ to, from, revision }) => to === targetState && from.includes(lifecycle.entry) && isAdopting(revision),
  )
  if (transitions.length === 0) {
    const way = `from ${nameOf(lifecycle.entry)} to ${nameOf(targetState)}`
    return against('no-way', `no transition of ${lifecycle.name} adopts a label on the way ${way}`)
  }
  const unfit = transitions.map(({ name, revision }) => labelUnfit(configuration, name, revision, label))
  const fitting = transitions.filter((_, index) => unfit[index]!.length === 0)
  if (fitting.length === 0) return { targetState, conflicts: unfit[0]! }
  return adopted(input, lifecycle, fitting, targetState, before, label, legacy)
}

/** What the first of some transitions does that the engine does not refuse; else why it refuses each. */
function adopted(
  input: PlanInput,
  lifecycle: Lifecycle,
  transitions: Transition[],
  targetState: string,
  before: DocumentSnapshot,
  label: string,
  legacy: PlannedDocument['legacy'],
): Way {
  const answers = transitions.map(({ id, revision }) => {
    const document = { ...before, record: { ...before.record, [adoptedAttribute(revision)!]: label } }
    const decision = decide({ ...input, document, transition: id, legacy: legacy ?? undefined })
    return { id, document, decision }
  })
  for (const { id, document, decision } of answers)
    if (decision.answer === 'done') {
      const prediction = predict(input, lifecycle, document, decision.commands)
      return { targetState, transition: id, record: document.record, prediction, conflicts: [] }
    }
  return { targetState, conflicts: answers.flatMap(({ decision }) => reasonsAgainst(decision)).map(refused) }
}

/** Why a transition cannot take a label over: the attribute that it adopts from cannot hold it. */
function labelUnfit(
  { attributes }: Configuration,
  transition: string,
  revision: RevisionStep,
  label: string,
): Conflict[] {
  const id = adoptedAttribute(revision)
  const attribute = attributes.find((other) => other.id === id)
  const held = (code: Conflict['code'], message: string): Conflict[] => [{ code, message, waysOut: [] }]
  if (!attribute)
    return held('no-attribute', `${transition} adopts the label in “${id}”, which is no attribute`)
  try {
    valueFor(attribute, label)
    return []
  } catch (error) {
    const message = `${transition} adopts the label in ${attribute.name}: ${(error as Error).message}`
    return held('value-refused', message)
  }
}

const refused = ({
  message,
  where,
  wayOut,
}: {
  message: string
  where: string
  wayOut: string
}): Conflict => ({
  code: 'refused',
  message: `${message} (${where}); ${wayOut}`,
  waysOut: [],
})

/** The state that the profile's rules want a document in. */
function targetOf({ configuration, profile }: PlanInput, before: DocumentSnapshot): string {
  const facts = conditionRecord(configuration, before)
  const holds = (when: string) => evaluate(parseCondition(when, configuration.attributes), facts)
  return profile.states.find(({ when }) => holds(when))?.state ?? profile.otherwise
}

function predict(
  { configuration }: PlanInput,
  lifecycle: Lifecycle,
  before: DocumentSnapshot,
  commands: Command[],
): Prediction {
  const { state, revision, version: versions, register, record } = carryOut(before, commands)
  const next = nextLabel(configuration, lifecycle, { state, revision })
  return { state, revision: revision!, versions, register, record, next }
}
