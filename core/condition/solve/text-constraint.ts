import type { Language } from './automaton'
import type { TextRelation } from './formula'
import { spend } from './effort'

export interface TextConstraint {
  language: Language
  inside: boolean
}
export interface TextRelationLiteral {
  left: string
  relation: TextRelation
  right: string
  holds: boolean
}

export function takes({ language, inside }: TextConstraint, text: string): boolean {
  spend(1 + text.length)
  let state = 0
  for (const char of text) state = language.step(state, char)
  return language.accepts(state) === inside
}

export const accepted = (constraints: TextConstraint[], states: number[]) =>
  constraints.every(({ language, inside }, index) => language.accepts(states[index]!) === inside)
export const hopeless = (constraints: TextConstraint[], states: number[]) =>
  constraints.some(
    ({ language, inside }, index) =>
      language.sink(states[index]!) && language.accepts(states[index]!) !== inside,
  )
