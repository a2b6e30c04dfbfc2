import type { Directory } from '../access'
import { type Condition, namesOf, type Operand, type Solution, solve } from '../condition'
import type { Configuration, Lifecycle, Transition } from '../configuration'
import { type Followed, followedIn } from '../engine'
import { type Place, placesOf } from './actors'
import { always, readGuard } from './guard'

/** A lifecycle as the checks look at it: where it stands, its guards as conditions, and whoever works with it. */
export interface Scope extends Followed {
  /** The guards that can be read, by transition; always true where there is none. */
  guards: Map<string, Condition>
  directory: Directory | undefined
  /** Whether guards that are about more than the record can be met in states, as far as that was asked. */
  answers: Map<string, Solution>
  /** The folders in which its documents are at home, with everybody who is active; none without a directory. */
  places: Place[]
}

export function scopeOf(configuration: Configuration, lifecycle: Lifecycle, directory?: Directory): Scope {
  const guards = lifecycle.transitions.flatMap((transition): [string, Condition][] => {
    const guard = readGuard(configuration, lifecycle, transition)
    return 'code' in guard ? [] : [[transition.id, guard]]
  })
  return {
    ...followedIn(configuration, lifecycle),
    guards: new Map(guards),
    answers: new Map(),
    directory,
    places: directory ? placesOf(lifecycle, directory) : [],
  }
}

/**
 * Whether some document of the lifecycle that stands in one of these states meets all of the conditions. The witness of
 * a yes says in which.
 */
export function canHold(scope: Scope, states: string[], ...conditions: Condition[]): Solution {
  const { attributes, scheme } = scope
  const asked = [...conditions, ...standing(scope, states, conditions)]
  return withState(solve('overlap', asked, attributes, scheme), states)
}

/** Whether some document that stands in one of these states can meet a transition's guard; asked once. */
export function canFire(scope: Scope, { id }: Transition, states: string[]): Solution {
  const guard = scope.guards.get(id)
  if (!guard || guard === always) return { answer: 'yes' }
  if (isOfRecord(guard)) return ofRecords(guard, guard, () => canHold(scope, states, guard))
  return once(scope, `${id} in ${states.join(' ')}`, () => canHold(scope, states, guard))
}

/** Whether some document that stands in a state meets the guards of two transitions; asked once. */
export function canOverlap(scope: Scope, one: Transition, other: Transition, state: string): Solution {
  const [first, second] = [one, other].map(({ id }) => scope.guards.get(id) ?? always) as [
    Condition,
    Condition,
  ]
  const ask = () => canHold(scope, [state], first, second, ...labelled([first, second]))
  const answer =
    isOfRecord(first) && isOfRecord(second)
      ? ofRecords(first === always ? second : first, second === always ? first : second, ask)
      : once(scope, `${one.id} ${other.id} in ${state}`, ask)
  return answer.witness ? { ...answer, witness: { ...answer.witness, state_id: state } } : answer
}

function once({ answers }: Scope, key: string, ask: () => Solution): Solution {
  let answer = answers.get(key)
  if (!answer) answers.set(key, (answer = ask()))
  return answer
}

const answered = new WeakMap<Condition, Map<Condition, Solution>>()

/**
 * What is asked of records alone has the same answer wherever it is asked, and is kept from check to check: conditions
 * are read once for each text and list of attributes. What was left undecided is asked again.
 */
function ofRecords(one: Condition, other: Condition, ask: () => Solution): Solution {
  let known = answered.get(one)
  if (!known) answered.set(one, (known = new Map<Condition, Solution>()))
  let answer = known.get(other)
  if (!answer) {
    answer = ask()
    if (answer.answer !== 'undecided') known.set(other, answer)
  }
  return answer
}

/** Whether a condition is about the record and the file alone, and not about state, class or label. */
const isOfRecord = (condition: Condition): boolean => {
  for (const name of namesOf(condition))
    if (name === 'state_id' || name === 'class_id' || name.startsWith('revision_')) return false
  return true
}

/** Whether a transition is ever fired from a state; yes where that cannot be decided. */
export const isAlive = (scope: Scope, transition: Transition, state: string): boolean =>
  canFire(scope, transition, [state]).answer !== 'no'

/** Whether every document of the lifecycle that stands in a state meets one of the conditions. */
export function allMeetOne(scope: Scope, state: string, conditions: Condition[]): Solution {
  const here = [...standing(scope, [state], conditions), ...labelled(conditions)]
  const elsewhere = here.map((of): Condition => ({ kind: 'not', of }))
  return withState(solve('covers', [...conditions, ...elsewhere], scope.attributes, scope.scheme), [state])
}

/** That a document has a label, where conditions ask for it: nothing moves by itself before it has one. */
export function labelled(asked: Condition[]): Condition[] {
  if (!asked.some((condition) => [...namesOf(condition)].some((name) => name.startsWith('revision_'))))
    return []
  const left: Operand = { kind: 'identifier', type: 'text', name: 'revision_label', at: 0 }
  const right: Operand = { kind: 'literal', type: 'null', value: null, at: 0 }
  return [{ kind: 'compare', operator: '!=', left, right }]
}

/** A witness with the state that it stands in, where nothing asked for that. */
const withState = (solution: Solution, [state]: string[]): Solution =>
  solution.witness ? { ...solution, witness: { state_id: state!, ...solution.witness } } : solution

/** That a document stands in one of these states, and is of a class of the lifecycle, where conditions ask for it. */
function standing({ configuration, lifecycle }: Scope, states: string[], asked: Condition[]): Condition[] {
  const isAsked = (fact: string) => asked.some((condition) => namesOf(condition).has(fact))
  const classes = configuration.classes.flatMap((one) => (one.lifecycle === lifecycle.id ? [one.id] : []))
  return [
    ...(isAsked('state_id') ? [isOneOf('state_id', states)] : []),
    ...(isAsked('class_id') && classes.length ? [isOneOf('class_id', classes)] : []),
  ]
}

/** That a fact is one of some texts. */
export function isOneOf(name: string, texts: string[]): Condition {
  const of: Operand = { kind: 'identifier', type: 'text', name, at: 0 }
  return {
    kind: 'in',
    of,
    values: texts.map((value): Operand => ({ kind: 'literal', type: 'text', value, at: 0 })),
  }
}
