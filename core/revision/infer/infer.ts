import type { RevisionScheme, Series } from '../types'
import { checkScheme } from '../check-scheme'
import { parse, reads } from '../parse'
import { familiesOf, type Family } from './families'
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
/** A short list has no room for shares: there, one label may make a series. */
const shortList = 40
const measuredAtMost = 4000
const nearestAtMost = 1000

/**
 * The simplest scheme that explains the most of many legacy labels (model, section 1).
 * Shapes of labels suggest series; they are taken on one by one, those that explain more first, as long as
 * the scheme stays
 * valid and explains noticeably more; what can be left out without explaining less is left out.
 * Letters that are skipped are judged by how often their neighbours are seen (ASME Y14.35). Which series comes first is
 * taken from the order of the list where it runs through one series after the other, else from the trade's habits.
 * @throws InferenceError where there are no labels, or nothing in common between them.
 */
export function infer(labels: Iterable<string>): Inference {
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
  const scheme = choose(seen, total)
  if (scheme.series.length === 0)
    throw new InferenceError(
      `no series explains more than a few of the ${total} labels: is this a list of revision labels, one a line?`,
    )
  return { scheme, ...measure(scheme, raw, total) }
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

function choose(seen: Seen[], total: number): RevisionScheme {
  const often =
    seen.length > measuredAtMost ? [...seen].sort((a, b) => b.count - a.count).slice(0, measuredAtMost) : seen
  const least = total < shortList ? 1 : Math.max(2, total * leastShare)
  let taken: Family[] = []
  let explained = 0
  for (const family of familiesOf(seen)) {
    if (family.weight < least) continue
    const with_ = inOrder([...taken, family], seen)
    const scheme = made(with_.map(({ series }) => series))
    if (checkScheme(scheme).length) continue
    const now = explainedBy(scheme, often)
    if (now < explained + least) continue
    taken = with_
    explained = now
  }
  return made(withoutIdle(taken, often, explained).map(({ series }, index, all) => named(series, index, all)))
}

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

/** The series in the order in which a document runs through them. */
function inOrder(families: Family[], seen: Seen[]): Family[] {
  const ownerOf = ({ text }: Seen) => families.find(({ series }) => reads(made([series]), text))
  const runs =
    seen.length <= measuredAtMost
      ? seen.map(ownerOf).filter((owner, index, list) => owner && owner !== list[index - 1])
      : []
  if (runs.length === families.length) return [...families].sort((a, b) => runs.indexOf(a) - runs.indexOf(b))
  return [...families].sort(
    (a, b) => habit(a.series) - habit(b.series) || a.series.id.localeCompare(b.series.id),
  )
}

/**
 * A dash first; preliminary numbers (P) and numerals on trial before letters; letters before plain 0, 1, 2;
 * contractual numbers (C) last.
 */
function habit({ prefix, major }: Series): number {
  if (prefix) return prefix.startsWith('C') ? 6 : 2
  if (major.kind === 'list') return major.values.includes('-') ? 0 : 1
  if (major.kind === 'letters') return 4
  return major.from === 0 && !major.width ? 5 : 3
}

function measure(scheme: RevisionScheme, raw: Map<string, number>, total: number): Omit<Inference, 'scheme'> {
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
