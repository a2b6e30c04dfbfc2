import type { Counter, RevisionScheme, Series } from '../../revision'
import { chars, type Language } from './automaton'
import { type FiniteVariable, maskOf } from './cells'
import { counterLanguage } from './counters'
import { spend } from './effort'
import type { Literal } from './formula'
import { factOf, type LabelFact } from './label-facts'
import { takes } from './text-constraint'
import { Undecided } from './undecided'

/** A label with its parts; null where a document has none. */
export type LabelCell = Record<LabelFact, string | null>
const noLabel: LabelCell = {
  revision_label: null,
  revision_series: null,
  revision_major: null,
  revision_minor: null,
}

const mostStations = 20_000

/**
 * One label of each kind that literals about labels tell apart, and none besides: all labels of the scheme are gone
 * through at once, a character at a time, with every text that is asked for followed along.
 * @throws Undecided where that grows too large.
 */
export function labelCells(
  scheme: RevisionScheme,
  literals: Literal[],
): { variable: FiniteVariable<LabelCell>; masks: Map<Literal, bigint> } {
  const distinct = [...new Set(literals)]
  const kinds = new Map<string, { cell: LabelCell; meets: boolean[] }>()
  const add = (cell: LabelCell) => {
    const meets = distinct.map((literal) => isMet(literal, cell))
    const signature = meets.map(Number).join('')
    if (!kinds.has(signature)) kinds.set(signature, { cell, meets })
  }
  for (const series of scheme.series) walk(series, distinct, add)
  add(noLabel)
  const found = [...kinds.values()]
  return {
    variable: { cells: found.map(({ cell }) => cell), all: (1n << BigInt(found.length)) - 1n },
    masks: new Map(
      distinct.map((literal, index) => [literal, maskOf(found.map(({ meets }) => meets[index]!))]),
    ),
  }
}

function isMet(literal: Literal, cell: LabelCell): boolean {
  if (literal.kind === 'texts' || literal.kind === 'number') return false
  const value = cell[factOf(literal.name)!]
  if (literal.kind === 'empty' || value === null) return value === null && literal.kind === 'empty'
  return literal.kind !== 'text' || takes(literal, value)
}

const languagesOf = (literals: Literal[], fact: LabelFact): Language[] =>
  literals.flatMap((literal) =>
    literal.kind === 'text' && factOf(literal.name) === fact ? [literal.language] : [],
  )
const beginning = (languages: Language[]) => languages.map(() => 0)
const followed = (languages: Language[], states: number[], text: string): number[] =>
  chars(text).reduce(
    (at, character) => at.map((state, index) => languages[index]!.step(state, character)),
    states,
  )

/** Every label of a series that may meet other literals than those before it. */
function walk(series: Series, literals: Literal[], found: (cell: LabelCell) => void): void {
  const { id, prefix = '', separator = '' } = series
  const labels = languagesOf(literals, 'revision_label')
  const majors = languagesOf(literals, 'revision_major')
  const minors = languagesOf(literals, 'revision_minor')
  const cell = (major: string, minor: string | null): LabelCell => ({
    revision_label: prefix + major + (minor === null ? '' : separator + minor),
    revision_series: id,
    revision_major: major,
    revision_minor: minor,
  })
  const start = [...followed(labels, beginning(labels), prefix), ...beginning(majors)]
  for (const major of counted(series.major, [...labels, ...majors], start)) {
    if (!series.minor || series.minorPlace !== 'always') found(cell(major.text, null))
    if (!series.minor) continue
    const behind = followed(labels, major.states.slice(0, labels.length), separator)
    for (const minor of counted(series.minor, [...labels, ...minors], [...behind, ...beginning(minors)]))
      found(cell(major.text, minor.text))
  }
}

/** A text of a counter, and where the languages that are followed along have come to behind it. */
interface Counted {
  text: string
  states: number[]
}

/** The shortest texts of a counter that bring some languages to every place that texts of it bring them to. */
function counted(counter: Counter, languages: Language[], start: number[]): Counted[] {
  const language = counterLanguage(counter)
  const characters = toldApart(counter, language, languages)
  const seen = new Set<string>()
  const found = new Map<string, Counted>()
  let level: (Counted & { at: number })[] = [{ text: '', states: start, at: 0 }]
  while (level.length) {
    const next: typeof level = []
    for (const { text, states, at } of level) {
      const reached = states.join()
      if (language.accepts(at) && !found.has(reached)) found.set(reached, { text, states })
      spend(characters.length * (1 + languages.length))
      for (const character of characters) {
        const to = language.step(at, character)
        if (language.sink(to) && !language.accepts(to)) continue
        const along = followed(languages, states, character)
        const key = `${to} ${along.join()}`
        if (seen.has(key)) continue
        seen.add(key)
        if (seen.size > mostStations) throw new Undecided('what is asked of the label is too intricate')
        next.push({ text: text + character, states: along, at: to })
      }
    }
    level = next
  }
  return [...found.values()]
}

/**
 * The characters of a counter that make a difference. Where nothing bounds it or goes by order, those that no language
 * names are all alike, but for a nought in front.
 */
function toldApart(counter: Counter, { characters }: Language, languages: Language[]): string[] {
  const all = [...new Set(characters)]
  const isBounded = counter.kind === 'list' || counter.from !== undefined || counter.to !== undefined
  if (isBounded || languages.some(({ ordered }) => ordered)) return all
  const named = new Set(languages.flatMap((language) => chars(language.characters)))
  const other = all.find((character) => character !== '0' && !named.has(character))
  return all.filter((character) => character === '0' || character === other || named.has(character))
}
