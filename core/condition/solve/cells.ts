import { spend } from './effort'
import type { Literal } from './formula'
import { areRelated, numberCells } from './numbers'
import { takes } from './text-constraint'
import { languageOf, sortOf, type Variables } from './variables'

/** A value as the solver has it: null where it is empty. */
export type Cell = string | number | null

/**
 * A variable of which all that is asked depends on finitely many kinds of values: one value of each kind, and of each
 * literal the kinds that meet it, a bit for each.
 */
export interface FiniteVariable<Value = Cell> {
  cells: Value[]
  all: bigint
}

/** The variables of some formulas that are finite, and the kinds that each of their literals leaves. */
export interface Cells {
  variables: Map<string, FiniteVariable>
  masks: Map<Literal, { name: string; mask: bigint }>
}

/** Names that are compared with one another: what one may be depends on what the other is. */
export function entangled(literals: Literal[]): Set<string> {
  const names = new Set<string>()
  for (const literal of literals)
    if (literal.kind === 'texts') names.add(literal.left).add(literal.right)
    else if (
      literal.kind === 'number' &&
      typeof literal.left === 'string' &&
      typeof literal.right === 'string'
    )
      names.add(literal.left).add(literal.right)
  return names
}

/** The single name that a literal speaks of. */
export const subjectOf = (literal: Literal): string =>
  literal.kind === 'number' ? String(literal.left) : literal.kind === 'texts' ? literal.left : literal.name

/** Every finite variable of some literals; `others` are left alone. */
export function cellsOf(literals: Literal[], variables: Variables, others: (name: string) => boolean): Cells {
  const apart = entangled(literals)
  const bySubject = new Map<string, Literal[]>()
  for (const literal of literals) {
    const name = subjectOf(literal)
    if (apart.has(name) || others(name)) continue
    const known = bySubject.get(name)
    if (known) known.push(literal)
    else bySubject.set(name, [literal])
  }
  const made: Cells = { variables: new Map(), masks: new Map() }
  for (const [name, own] of bySubject) {
    const values = valuesOf(name, own, variables)
    if (values) addCells(made, name, own, values)
  }
  return made
}

/** Merges values that no literal tells apart, and writes down which kinds meet which literal. */
function addCells(made: Cells, name: string, literals: Literal[], values: Cell[]): void {
  const distinct = [...new Set(literals)]
  const kinds = new Map<string, Cell>()
  const met: boolean[][] = []
  for (const value of values) {
    spend(distinct.length)
    const meets = distinct.map((literal) => isMet(literal, value))
    const signature = meets.map(Number).join('')
    if (kinds.has(signature)) continue
    kinds.set(signature, value)
    met.push(meets)
  }
  made.variables.set(name, { cells: [...kinds.values()], all: (1n << BigInt(met.length)) - 1n })
  distinct.forEach((literal, index) =>
    made.masks.set(literal, { name, mask: maskOf(met.map((row) => row[index]!)) }),
  )
}

/** A bit for each of a list that is true. */
export const maskOf = (bits: boolean[]): bigint =>
  bits.reduce((mask, bit, index) => (bit ? mask | (1n << BigInt(index)) : mask), 0n)

/** One value of each kind that literals may tell apart, empty first; undefined where there is no such list. */
function valuesOf(name: string, literals: Literal[], variables: Variables): Cell[] | undefined {
  const { attributes, choices } = variables
  const { solved } = sortOf(variables, name)
  const attribute = attributes.get(name)
  if (solved.as === 'number') {
    const constants = literals.flatMap((literal) =>
      literal.kind === 'number' && typeof literal.right === 'number' ? [literal.right] : [],
    )
    const numbers = numberCells(constants, solved.isWhole(attribute), solved.bounds(attribute))
    return numbers && [null, ...numbers]
  }
  const only = choices.get(name)?.words
  if (only) return [null, ...only]
  const words = new Set<string>()
  for (const literal of literals) {
    if (literal.kind !== 'text') continue
    if (!literal.language.words) return undefined
    for (const word of literal.language.words) words.add(word)
  }
  const like = languageOf(name)
  const all = [...unused(words), ...words]
  return [null, ...(like ? all.filter((word) => takes({ language: like, inside: true }, word)) : all)]
}

/** A short text that is none of some. */
function unused(words: Set<string>): string[] {
  for (let length = 1; ; length++)
    for (const letter of 'abcdefghijklmnopqrstuvwxyz')
      if (!words.has(letter.repeat(length))) return [letter.repeat(length)]
}

function isMet(literal: Literal, value: Cell): boolean {
  if (literal.kind === 'empty') return value === null
  if (value === null) return false
  if (literal.kind === 'filled') return true
  if (literal.kind === 'number') return areRelated(Number(value), literal.operator, Number(literal.right))
  return literal.kind === 'text' && takes(literal, String(value))
}

/** The places of the bits that are set, the lowest first. */
export function bitsOf(mask: bigint): number[] {
  const places: number[] = []
  for (let at = 0, rest = mask; rest > 0n; at++, rest >>= 1n) if (rest & 1n) places.push(at)
  return places
}
