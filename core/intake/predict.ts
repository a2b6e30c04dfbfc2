import { evaluate, parseCondition } from '../condition'
import { type Lifecycle, stateName } from '../configuration'
import {
  carryOut,
  type Command,
  conditionRecord,
  decide,
  type DocumentSnapshot,
  nextLabel,
  reasonsAgainst,
} from '../engine'
import { adoptedAttribute, isAdopting } from '../revision'
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
  const answers = transitions.map(({ id, revision }) => {
    const record = { ...before.record, [adoptedAttribute(revision)!]: label }
    const document = { ...before, record }
    return {
      id,
      document,
      decision: decide({ ...input, document, transition: id, legacy: legacy ?? undefined }),
    }
  })
  for (const { id, document, decision } of answers)
    if (decision.answer === 'done') {
      const prediction = predict(input, lifecycle, document, decision.commands)
      return { targetState, transition: id, record: document.record, prediction, conflicts: [] }
    }
  return { targetState, conflicts: answers.flatMap(({ decision }) => reasonsAgainst(decision)).map(refused) }
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
