import { compareText } from '../../support'
import type { TextConstraint, TextRelationLiteral } from './text-constraint'

/**
 * The characters that variables have to tell apart: those that their constraints name, and as many others as
 * there are variables, in every gap where order counts.
 */
export function alphabetFor(
  constraints: TextConstraint[],
  room: number,
  relations: TextRelationLiteral[],
): string[] {
  const taken = new Set<string>()
  for (const { language } of constraints) for (const char of language.characters) taken.add(char)
  const named = [...taken].sort(compareText)
  const byOrder =
    relations.some(({ relation }) => relation === '<' || relation === '<=') ||
    constraints.some(({ language }) => language.ordered)
  if (!byOrder) return [...others(taken, room), ...named]
  const bounds = [...named.map((char) => char.codePointAt(0)!), 0x110000]
  const between = bounds.flatMap((to, index) => gap(index === 0 ? 0 : bounds[index - 1]! + 1, to, room))
  return [...between, ...named].sort(compareText)
}

/** Letters and digits that are not named, so that a witness can be read. */
function others(taken: Set<string>, count: number): string[] {
  const found: string[] = []
  for (const char of 'abcdefghijklmnopqrstuvwxyzABCDEFGHIJKLMNOPQRSTUVWXYZ0123456789') {
    if (found.length === count) return found
    if (!taken.has(char)) found.push(char)
  }
  for (let code = 0x4e00; found.length < count; code++)
    if (!taken.has(String.fromCharCode(code))) found.push(String.fromCharCode(code))
  return found
}

/** Up to `count` characters with codes from `from` to below `to`; readable ones where there are any. */
function gap(from: number, to: number, count: number): string[] {
  const readable = Array.from({ length: 0x7f - 0x20 }, (_, index) => index + 0x20).filter(
    (code) => code >= from && code < to,
  )
  const codes = readable.length >= count ? readable : firstOf(from, to, count)
  return codes.slice(0, count).map((code) => String.fromCodePoint(code))
}

/** The first code points of a gap that are characters: surrogates are none. */
function firstOf(from: number, to: number, count: number): number[] {
  const codes: number[] = []
  for (let code = from; code < to && codes.length < count; code++)
    if (code < 0xd800 || code > 0xdfff) codes.push(code)
  return codes
}
