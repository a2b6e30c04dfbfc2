import { spend } from './effort'

/**
 * A regular language as a deterministic automaton whose states are made as they are reached. States are whole
 * numbers, 0 the
 * start. Characters are Unicode code points.
 */
export interface Language {
  /** The characters that are told apart; all others lead to the same state as one another. */
  characters: string
  step(state: number, character: string): number
  accepts(state: number): boolean
  /** Whether what follows makes no difference any more. */
  sink(state: number): boolean
  /** A short text of it, where one is plain to see. */
  example?: string
  /** All its texts, where they are few. */
  words?: string[]
  /** Whether characters are told apart by their order too, so that those between the named ones matter. */
  ordered?: boolean
}

/** A text's Unicode code points. */
export const chars = (text: string) => Array.from(text)

/** An automaton from values of any kind: each new value becomes the next state. */
export function automaton<S>(
  characters: string,
  start: S,
  key: (state: S) => string | number,
  step: (state: S, character: string) => S,
  accepts: (state: S) => boolean,
  sink: (state: S) => boolean,
): Language {
  const states: S[] = [start]
  const index = new Map<string | number, number>([[key(start), 0]])
  const steps: Map<string, number>[] = []
  const accepting: boolean[] = []
  const sinks: boolean[] = []
  return {
    characters,
    step(state, character) {
      const from = (steps[state] ??= new Map<string, number>())
      let next = from.get(character)
      if (next === undefined) {
        spend(1)
        const reached = step(states[state]!, character)
        next = index.get(key(reached)) ?? states.push(reached) - 1
        index.set(key(reached), next)
        from.set(character, next)
      }
      return next
    },
    accepts: (state) => (accepting[state] ??= accepts(states[state]!)),
    sink: (state) => (sinks[state] ??= sink(states[state]!)),
  }
}

/** The key of a state that is a number already. */
export const same = (state: number) => state
