import { type Condition, namesOf, renamed, solve } from '../condition'
import type { Transition } from '../configuration'
import { afterFiring, asAttributes, type Knowledge, knowledgeKey, namedAt, nothingKnown } from '../engine'
import { unattendedFrom } from './guards'
import { canOverlap, isAlive, isOneOf, labelled, type Scope } from './scope'

/** Unattended transitions that fire one after the other, each with the state that it leaves. */
export type Chain = { state: string; transition: Transition }[]

/** So many questions to the solver; where there are more chains, what they do stays undecided. */
const mostQuestions = 400
const mostCircles = 50

interface Walk {
  scope: Scope
  turning: Transition[]
  circles: Map<string, Chain>
  questions: number
  doubt: string | undefined
}

/** A document on its way: where it stands, what is known of it by now, how it came here, and what that asked of it. */
interface Stand {
  state: string
  known: Knowledge
  chain: Chain
  keys: string[]
  asked: Condition[]
}

/**
 * Every circle that chains of some transitions run into. A chain is followed for all records at once: what it asks of
 * them is gathered, and given up where no record is left. It runs in a circle once it stands where it stood before,
 * with the same known of the record.
 */
export function chainsFrom(
  scope: Scope,
  turning: Transition[],
): { circles: Chain[]; doubt: string | undefined } {
  const walk: Walk = { scope, turning, circles: new Map(), questions: 0, doubt: undefined }
  for (const { state } of scope.lifecycle.states)
    if (turning.some(({ from }) => from.includes(state)))
      follow(walk, { state, known: nothingKnown, chain: [], keys: [], asked: [] })
  return { circles: [...walk.circles.values()], doubt: walk.doubt }
}

function follow(walk: Walk, stand: Stand): void {
  const keys = [...stand.keys, knowledgeKey(stand.state, stand.known)]
  for (const transition of walk.turning) {
    if (!transition.from.includes(stand.state) || walk.circles.size >= mostCircles) continue
    const known = afterFiring(walk.scope, transition, stand.state, stand.known, stand.chain.length)
    if (!known) continue
    const others = othersThatMayHold(walk.scope, transition, stand.state)
    const asked = [...stand.asked, firesAlone(walk.scope, transition, others, stand)]
    const isPlain = stand.chain.length === 0 && others.length === 0
    if (isPlain ? !isAlive(walk.scope, transition, stand.state) : !isPossible(walk, asked)) continue
    const chain = [...stand.chain, { state: stand.state, transition }]
    const before = keys.indexOf(knowledgeKey(transition.to, known))
    if (before >= 0) add(walk, chain.slice(before))
    else follow(walk, { state: transition.to, known, chain, keys, asked })
  }
}

/** That exactly one of the unattended transitions out of a state holds, about the record as it is by now. */
function firesAlone(scope: Scope, { id }: Transition, others: Condition[], stand: Stand): Condition {
  const guards = [scope.guards.get(id)!, ...others.map((of): Condition => ({ kind: 'not', of }))]
  const isOfState = guards.some((guard) => namesOf(guard).has('state_id'))
  const here = isOfState ? [isOneOf('state_id', [stand.state])] : []
  const together = [...guards, ...labelled(guards), ...here].reduce((left, right): Condition => ({
    kind: 'and',
    left,
    right,
  }))
  return renamed(together, (name) => namedAt(name, stand.known, stand.chain.length))
}

/** The guards of the other unattended transitions out of a state, without those that a transition's own excludes. */
const othersThatMayHold = (scope: Scope, transition: Transition, state: string): Condition[] =>
  unattendedFrom(scope, state)
    .filter(
      (other) =>
        other.transition !== transition &&
        canOverlap(scope, ...inOrder(scope, transition, other.transition), state).answer !== 'no',
    )
    .map(({ guard }) => guard)

const inOrder = ({ lifecycle }: Scope, one: Transition, other: Transition): [Transition, Transition] =>
  lifecycle.transitions.indexOf(one) < lifecycle.transitions.indexOf(other) ? [one, other] : [other, one]

function isPossible(walk: Walk, asked: Condition[]): boolean {
  if (++walk.questions > mostQuestions) {
    walk.doubt ??= `there are more than ${mostQuestions} chains to follow`
    return false
  }
  const { attributes, more } = asAttributes(walk.scope, asked)
  const { answer, why } = solve('overlap', [...asked, ...more], attributes, walk.scope.scheme)
  if (answer === 'undecided') walk.doubt ??= why
  return answer === 'yes'
}

/** Keeps a circle once, however it was come upon, beginning with its first state in the lifecycle's order. */
function add({ scope, circles }: Walk, circle: Chain): void {
  const order = scope.lifecycle.states.map(({ state }) => state)
  const first = Math.min(...circle.map(({ state }) => order.indexOf(state)))
  const start = circle.findIndex(({ state }) => state === order[first])
  const turned = [...circle.slice(start), ...circle.slice(0, start)]
  const key = circle
    .map(({ state, transition }) => `${state} ${transition.id}`)
    .sort()
    .join('\n')
  if (!circles.has(key)) circles.set(key, turned)
}
