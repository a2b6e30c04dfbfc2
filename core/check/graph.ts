import type { Lifecycle, Transition } from '../configuration'

/** A way through a lifecycle: the states in order, and the transitions between them. */
export interface Trace {
  states: string[]
  transitions: string[]
}

/** The states that can be reached from some others by transitions of a kind. */
export function reachable(from: string[], transitions: Transition[]): Set<string> {
  const reached = new Set(from)
  const bySource = new Map<string, string[]>()
  for (const { from: sources, to } of transitions)
    for (const source of sources) {
      const known = bySource.get(source)
      if (known) known.push(to)
      else bySource.set(source, [to])
    }
  const open = [...reached]
  for (let state = open.pop(); state !== undefined; state = open.pop())
    for (const to of bySource.get(state) ?? [])
      if (!reached.has(to)) {
        reached.add(to)
        open.push(to)
      }
  return reached
}

/**
 * The shortest way from a state along transitions that `may` allows to a state that `ends` accepts, with at
 * least one step.
 * `note` carries something along the way, such as whether an open state was passed.
 */
export function shortestWay<N extends string | number | boolean>(
  { transitions }: Lifecycle,
  from: string,
  start: N,
  may: (transition: Transition, state: string, note: N) => N | undefined,
  ends: (state: string, note: N) => boolean,
): Trace | undefined {
  const seen = new Set<string>()
  const open: { state: string; note: N; trace: Trace }[] = [
    { state: from, note: start, trace: { states: [from], transitions: [] } },
  ]
  for (let next = open.shift(); next; next = open.shift())
    for (const transition of transitions) {
      if (!transition.from.includes(next.state)) continue
      const note = may(transition, next.state, next.note)
      if (note === undefined) continue
      const trace = {
        states: [...next.trace.states, transition.to],
        transitions: [...next.trace.transitions, transition.id],
      }
      if (ends(transition.to, note)) return trace
      const key = `${transition.to} ${note}`
      if (seen.has(key)) continue
      seen.add(key)
      open.push({ state: transition.to, note, trace })
    }
  return undefined
}
