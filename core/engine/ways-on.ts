import {
  compare,
  format,
  isAdopting,
  type Position,
  positionOf,
  previousBy,
  RevisionError,
  type RevisionScheme,
  step,
  type Step,
} from '../revision'
import type { Lifecycle, Transition } from '../configuration'

/**
 * How a document gets from its state to another one, and the label it must have before for the wanted one to
 * come out.
 */
export interface WayOn {
  transitions: { id: string; name: string }[]
  /** The label to adopt now: the wanted one where no transition steps, else one below. */
  adopt: string
  below: boolean
}

const longestWay = 6
const mostWays = 200

/**
 * Every way from one state to another that passes no state twice, shortest first. Transitions that adopt are
 * no way on.
 */
export function waysBetween(lifecycle: Lifecycle, from: string, to: string): Transition[][] {
  const ways: Transition[][] = []
  const open: { at: string; way: Transition[]; passed: string[] }[] = [{ at: from, way: [], passed: [from] }]
  for (let next = open.shift(); next && ways.length < mostWays; next = open.shift()) {
    if (next.at === to) {
      ways.push(next.way)
      continue
    }
    if (next.way.length === longestWay) continue
    for (const transition of lifecycle.transitions)
      if (
        transition.from.includes(next.at) &&
        !isAdopting(transition.revision) &&
        !next.passed.includes(transition.to)
      )
        open.push({
          at: transition.to,
          way: [...next.way, transition],
          passed: [...next.passed, transition.to],
        })
  }
  return ways
}

/**
 * The way that lands a document in a state at exactly the wanted label. A way that leaves the label alone is preferred;
 * where only stepping ways lead on, the label to adopt is the one from which the steps land right (*one below*).
 * Undefined where no way lands there.
 */
export function wayOn(
  scheme: RevisionScheme,
  lifecycle: Lifecycle,
  from: string,
  to: string,
  wanted: string,
): WayOn | undefined {
  const target = positionOf(scheme, wanted)
  const starts = waysBetween(lifecycle, from, to).flatMap((way) => {
    const start = startFor(
      scheme,
      way.map(({ revision }) => revision as Step),
      target,
    )
    return start ? [{ way, start }] : []
  })
  const best = starts.find(({ start }) => compare(scheme, start, target) === 0) ?? starts[0]
  return (
    best && {
      transitions: best.way.map(({ id, name }) => ({ id, name })),
      adopt: format(scheme, best.start),
      below: compare(scheme, best.start, target) !== 0,
    }
  )
}

const kinds: Step[] = ['settle', 'minor', 'major', 'series']

/**
 * The nearest position from which a row of steps leads to the target: those before it are tried, each by
 * walking forwards.
 */
function startFor(scheme: RevisionScheme, steps: Step[], target: Position): Position | undefined {
  let level = [target]
  for (let back = 0; back <= steps.length; back++) {
    const start = level.find((at) => lands(scheme, at, steps, target))
    if (start) return start
    level = level.flatMap((at) => kinds.flatMap((kind) => previousBy(scheme, at, [kind])?.position ?? []))
  }
  return undefined
}

function lands(scheme: RevisionScheme, from: Position, steps: Step[], target: Position): boolean {
  try {
    return (
      compare(
        scheme,
        steps.reduce((at, kind) => step(scheme, at, kind), from),
        target,
      ) === 0
    )
  } catch (error) {
    if (error instanceof RevisionError) return false
    throw error
  }
}
