import type { Counter, RevisionScheme } from './types'
import { labelAt } from './format'
import { positionsOf } from './positions'
import { type PreparedSeries, prepareScheme } from './prepare'
import type { PreparedCounter } from './counter'

export interface SchemeProblem {
  code: 'empty' | 'duplicate-series' | 'counter-fault' | 'ambiguous' | 'spelling-unknown'
  labels: string[]
  message: string
}

/**
 * What makes a scheme unusable; an empty list means it is valid.
 * Two positions of one label are searched for at the labels where counters start, end, gain a place or meet another
 * counter's texts: two counters that share a text at all share one of those.
 */
export function checkScheme(scheme: RevisionScheme): SchemeProblem[] {
  const problems: SchemeProblem[] = []
  if (scheme.series.length === 0)
    problems.push({ code: 'empty', labels: [], message: `“${scheme.name}” has no series` })
  scheme.series.forEach((series, index) => {
    if (scheme.series.findIndex((other) => other.id === series.id) !== index)
      problems.push({ code: 'duplicate-series', labels: [], message: `two series are called “${series.id}”` })
  })
  prepareScheme(scheme).series.forEach((series) => {
    for (const [part, counter] of [
      ['major', series.major],
      ['minor', series.minor],
    ] as const)
      if (counter?.fault)
        problems.push({
          code: 'counter-fault',
          labels: [],
          message: `the ${part} counter of series “${series.definition.id}” ${counter.fault}`,
        })
  })
  if (problems.length) return problems
  const clash = ambiguity(scheme)
  if (clash) problems.push(clash)
  return [...problems, ...spellingProblems(scheme)]
}

/** Spellings that stand for no label, that are one themselves, or that another contradicts. */
function spellingProblems(scheme: RevisionScheme): SchemeProblem[] {
  return Object.entries(scheme.spellings ?? {}).flatMap(([spelling, label]): SchemeProblem[] => {
    const problems: SchemeProblem[] = []
    const say = (code: SchemeProblem['code'], labels: string[], message: string) =>
      problems.push({ code, labels, message })
    if (positionsOf(scheme, label).length === 0)
      say(
        'spelling-unknown',
        [label],
        `the spelling “${spelling}” stands for “${label}”, which is no label of the scheme`,
      )
    if (spelling !== label && positionsOf(scheme, spelling).length > 0)
      say(
        'ambiguous',
        [spelling, label],
        `“${spelling}” is a label of the scheme, and a spelling that stands for “${label}”`,
      )
    const other = otherSpelling(scheme, spelling, label)
    if (other !== undefined)
      say(
        'ambiguous',
        [spelling, other],
        `the spellings “${spelling}” and “${other}” differ in case alone and stand for different labels`,
      )
    return problems
  })
}

/** A spelling after one that differs from it in case alone, and stands for another label. */
function otherSpelling(
  { spellings = {} }: RevisionScheme,
  spelling: string,
  label: string,
): string | undefined {
  const all = Object.keys(spellings)
  return all
    .slice(all.indexOf(spelling) + 1)
    .find((other) => other.toUpperCase() === spelling.toUpperCase() && spellings[other] !== label)
}

function ambiguity(scheme: RevisionScheme): SchemeProblem | undefined {
  const texts = boundaryTexts(scheme)
  for (const label of boundaryLabels(scheme, texts)) {
    const positions = positionsOf(scheme, label)
    if (positions.length < 2) continue
    const [one, two] = positions.map((position) => {
      const { definition, major, minor } = prepareScheme(scheme).series[position.series]!
      const parts = [
        `major ${major.text(position.major)}`,
        ...(position.minor === null ? [] : [`minor ${minor!.text(position.minor)}`]),
      ]
      return `${parts.join(', ')} of series “${definition.id}”`
    })
    return { code: 'ambiguous', labels: [label, label], message: `“${label}” is both ${one} and ${two}` }
  }
  return undefined
}

function* boundaryLabels(scheme: RevisionScheme, texts: Set<string>): Generator<string> {
  for (const [index, series] of prepareScheme(scheme).series.entries()) {
    const majors = ordinals(series.major, texts)
    const minors = [null, ...(series.minor ? ordinals(series.minor, texts) : [])]
    for (const major of majors)
      for (const minor of minors) {
        const label = labelAt(scheme, { series: index, major, minor })
        if (label !== undefined) yield label
      }
  }
}

function ordinals(counter: PreparedCounter, texts: Set<string>): number[] {
  const found = new Set([0, 1, 2])
  if (Number.isFinite(counter.size)) found.add(counter.size - 1)
  for (const text of texts) {
    const ordinal = counter.ordinal(text)
    if (ordinal >= 0) found.add(ordinal)
  }
  return [...found].filter((ordinal) => ordinal < counter.size)
}

function boundaryTexts(scheme: RevisionScheme): Set<string> {
  const texts = new Set<string>()
  const add = (text: string) => {
    texts.add(text)
    for (let width = 2; width <= 4; width++) texts.add(text.padStart(width, '0'))
  }
  ;['1', '2', '9', '10', '11', '99', '100', '111', '999', '1000', '1001'].forEach(add)
  for (const letter of 'ABCDEFGHIJKLMNOPQRSTUVWXYZ') texts.add(letter).add(letter.toLowerCase())
  ;['AA', 'AB', 'BA', 'BB', 'AAA'].forEach((text) => texts.add(text).add(text.toLowerCase()))
  const counters = scheme.series.flatMap((series) =>
    series.minor ? [series.major, series.minor] : [series.major],
  )
  for (const counter of counters) for (const text of ownTexts(counter)) add(text)
  for (const series of prepareScheme(scheme).series)
    for (const text of glued(series, [...texts])) texts.add(text)
  return texts
}

function ownTexts(counter: Counter): string[] {
  if (counter.kind === 'list') return counter.values
  if (counter.kind === 'letters') return [counter.from, counter.to].filter((text) => text !== undefined)
  return [counter.from ?? 1, counter.to ?? 1]
    .flatMap((number) => [number - 1, number, number + 1])
    .filter((number) => number >= 0)
    .map(String)
}

/** Texts in which a prefix or separator of one series lies inside a counter of another. */
function glued(series: PreparedSeries, texts: string[]): string[] {
  if (!/^[A-Za-z0-9]+$/.test(series.prefix + series.separator)) return []
  const short = texts.filter((text) => text.length <= 2)
  return [
    series.prefix,
    ...short.map((text) => series.prefix + text),
    ...short.map((text) => text + series.separator),
  ]
}
