import type { RevisionScheme, Series } from '../types'
import { checkScheme } from '../check-scheme'
import { parse, reads } from '../parse'
import { familiesOf } from './families'
import type { Family } from './family'
import { frequent, shortList } from './noise'
import { type Histories, inOrder, minorsFirst, type Order } from './order'
import { bare, type Seen } from './shapes'

/** A scheme proposed from labels, and how far it goes. */
export interface Inference {
  scheme: RevisionScheme
  /** Share of the labels, each occurrence counted, that the scheme reads; 0 to 1. */
  explained: number
  /** How many labels there were, and how many different ones. */
  total: number
  distinct: number
  /** The labels as written that the scheme does not read, each once, in the order of their first occurrence. */
  outliers: string[]
  /** The nearest legal labels of an outlier; of the first thousand. */
  nearest: Record<string, string[]>
  /** What two orders would explain alike, and nothing in the labels decides; sentences for people. */
  guesses: string[]
}

/** A list from which nothing can be inferred; the message is for people. */
export class InferenceError extends Error {
  constructor(message: string) {
    super(message)
    this.name = 'InferenceError'
  }
}

/** A series must explain this share of the labels, or it is taken for slips. */
const leastShare = 0.005
/** One label that makes a series by itself must be this share of them. */
const oneLabelShare = 0.05
const measuredAtMost = 4000
const nearestAtMost = 1000

/**
 * The simplest scheme that explains the most of many legacy labels (model, section 1).
 * Shapes of labels suggest series; they are taken on one by one, those that explain more first, as long as
 * the scheme stays valid and explains noticeably more; what can be left out without explaining less is left out. Labels
 * that hardly come at all are noise first: structure is made from the others.
 * Letters that are skipped are judged by how often their neighbours are seen (ASME Y14.35). Which series comes first,
 * and whether minors lead up to their major, is taken from histories, else from the order of the list where it runs
 * through one series after the other, else from the trade's habits, which the answer calls a guess.
 * @param histories the labels of documents, each in the order in which it had them
 * @throws InferenceError where there are no labels, or nothing in common between them.
 */
export function infer(labels: Iterable<string>, histories: Histories = []): Inference {
  const raw = new Map<string, number>()
  let total = 0
  for (const label of labels) {
    raw.set(label, (raw.get(label) ?? 0) + 1)
    total++
  }
  if (total === 0) throw new InferenceError('there are no labels to infer a scheme from: give one a line')
  const seen = together(raw)
  if (seen.length === 0)
    throw new InferenceError('all labels are blank: there is nothing to infer a scheme from')
  const { scheme, guesses } = choose(seen, total, histories)
  if (scheme.series.length === 0)
    throw new InferenceError(
      `no series explains more than a few of the ${total} labels: is this a list of revision labels, one a line?`,
    )
  return { scheme, ...measure(scheme, raw, total), guesses }
}

/** Occurrences of the labels that differ by blanks, look-alikes and a “rev.” only, counted together. */
function together(raw: Map<string, number>): Seen[] {
  const counts = new Map<string, number>()
  for (const [label, count] of raw) {
    const text = label.length > 200 ? '' : bare(label)
    if (text) counts.set(text, (counts.get(text) ?? 0) + count)
  }
  return [...counts].map(([text, count]) => ({ text, count }))
}

const made = (series: Series[]): RevisionScheme => ({ id: 'inferred', name: 'Inferred', series })
const explainedBy = (scheme: RevisionScheme, seen: Seen[]) =>
  seen.reduce((sum, { text, count }) => sum + (reads(scheme, text) ? count : 0), 0)

function choose(
  seen: Seen[],
  total: number,
  histories: Histories,
): { scheme: RevisionScheme; guesses: string[] } {
  const usual = frequent(seen)
  const often =
    usual.length > measuredAtMost
      ? [...usual].sort((a, b) => b.count - a.count).slice(0, measuredAtMost)
      : usual
  const least = total < shortList ? 1 : Math.max(2, total * leastShare)
  const list = usual.length <= measuredAtMost ? usual.map(({ text }) => text) : []
  const ordered = (families: Family[]) => inOrder(families, list, histories, ownerAmong(families))
  let order: Order = { families: [], isGuess: false }
  let explained = 0
  for (const family of familiesOf(usual, seen)) {
    if (family.weight < least || isSlip(family, total)) continue
    const taken = ordered([...order.families, family])
    const scheme = made(taken.families.map(({ series }) => series))
    if (checkScheme(scheme).length) continue
    const now = explainedBy(scheme, often)
    if (now < explained + least) continue
    order = taken
    explained = now
  }
  const kept = ordered(withoutIdle(order.families, often, explained))
  const placed = placedBy(
    made(kept.families.map(({ series }, at, all) => named(series, at, all))),
    histories,
    usual,
  )
  return {
    scheme: placed.scheme,
    guesses: [
      ...(kept.isGuess ? ['which series comes first is a guess: nothing that came along says so'] : []),
      ...placed.guesses,
    ],
  }
}

/** One label alone makes no series, unless it comes often, is a dash, or has a prefix that says what it is. */
const isSlip = ({ series: { prefix, major }, distinct, weight }: Family, total: number): boolean =>
  total >= shortList &&
  distinct === 1 &&
  weight < total * oneLabelShare &&
  !prefix &&
  !(major.kind === 'list' && major.values.includes('-'))

/** The series that a label is one of, each label asked once. */
function ownerAmong(families: Family[]): (label: string) => Family | undefined {
  const alone = families.map((family) => ({ family, scheme: made([family.series]) }))
  const known = new Map<string, Family | undefined>()
  return (label) => {
    if (!known.has(label)) known.set(label, alone.find(({ scheme }) => reads(scheme, label))?.family)
    return known.get(label)
  }
}

/** The scheme with minors before or after their majors as histories have them. */
function placedBy(
  scheme: RevisionScheme,
  histories: Histories,
  seen: Seen[],
): { scheme: RevisionScheme; guesses: string[] } {
  const guesses: string[] = []
  const series = scheme.series.map((of, index): Series => {
    if (!of.minor || of.minorPlace === 'always') return of
    const partsOf = (label: string): [string, boolean] | undefined => {
      const reading = parse(scheme, label)
      if (!reading.ok || reading.position.series !== index) return undefined
      return [String(reading.position.major), reading.position.minor !== null]
    }
    const first = minorsFirst(histories, partsOf)
    if (first !== undefined) return { ...of, minorPlace: first ? 'before' : 'after' }
    const standAlone = seen.some(({ text }) => partsOf(text)?.[1] === false)
    if (standAlone) guesses.push(`${minorsInWords(of)} is a guess: nothing that came along says so`)
    return of
  })
  return { scheme: { ...scheme, series }, guesses }
}

const minorsInWords = ({ id, minorPlace }: Series): string =>
  `that the minors of ${id} ${minorPlace === 'before' ? 'lead up to' : 'follow'} their major`

/** Leaves out each series without which no less is explained. */
function withoutIdle(taken: Family[], seen: Seen[], explained: number): Family[] {
  return [...taken]
    .sort((a, b) => a.weight - b.weight)
    .reduce((kept, family) => {
      const others = kept.filter((other) => other !== family)
      return others.length && explainedBy(made(others.map(({ series }) => series)), seen) >= explained
        ? others
        : kept
    }, taken)
}

function named(series: Series, index: number, all: Family[]): Series {
  const same = all.slice(0, index).filter((other) => other.series.id === series.id).length
  return same ? { ...series, id: `${series.id}-${same + 1}` } : series
}

function measure(
  scheme: RevisionScheme,
  raw: Map<string, number>,
  total: number,
): Omit<Inference, 'scheme' | 'guesses'> {
  const outliers: string[] = []
  const nearest: Record<string, string[]> = {}
  let explained = 0
  for (const [label, count] of raw) {
    if (reads(scheme, label)) explained += count
    else {
      outliers.push(label)
      if (outliers.length > nearestAtMost) continue
      const reading = parse(scheme, label)
      nearest[label] = reading.ok ? [] : reading.nearest
    }
  }
  return { explained: explained / total, total, distinct: raw.size, outliers, nearest }
}
