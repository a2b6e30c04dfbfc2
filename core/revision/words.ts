import type { Counter, RevisionScheme, Series } from './types'

/** A counter in words: “letters without I O Q”, “numbers from 0, 2 digits”, “Sketch, Draft, Final”. */
export function counterInWords(counter: Counter): string {
  if (counter.kind === 'list') return counter.values.join(', ')
  const from = counter.from === undefined ? '' : ` from ${counter.from}`
  const range = counter.to === undefined ? from : `${from} to ${counter.to}`
  if (counter.kind === 'letters')
    return `letters${range}${counter.skip ? ` without ${[...counter.skip].join(' ')}` : ''}`
  return `numbers${range}${counter.width ? `, ${counter.width} digits` : ''}`
}

const places = { always: 'always with', after: 'then', before: 'led up to by' }

/** A series in words: “P and numbers, 2 digits, led up to by . and numbers, 2 digits”. */
export function seriesInWords({ prefix, major, separator, minor, minorPlace }: Series): string {
  const majorWords = `${prefix ? `“${prefix}” and ` : ''}${counterInWords(major)}`
  if (!minor) return majorWords
  const between = separator ? `“${separator}” and ` : ''
  return `${majorWords}, ${places[minorPlace ?? 'after']} ${between}${counterInWords(minor)}`
}

/** What is different about a scheme, change by change, for the list of edits. */
export function schemeChangesInWords(before: RevisionScheme, after: RevisionScheme): string[] {
  const was = new Map(before.series.map((series) => [series.id, series]))
  const now = new Map(after.series.map((series) => [series.id, series]))
  const order = (scheme: RevisionScheme, others: Map<string, Series>) =>
    scheme.series
      .map(({ id }) => id)
      .filter((id) => others.has(id))
      .join(' ')
  return [
    ...(before.name === after.name ? [] : [`is called ${after.name}`]),
    ...after.series
      .filter(({ id }) => !was.has(id))
      .map((series) => `has the series ${series.id}: ${seriesInWords(series)}`),
    ...before.series.filter(({ id }) => !now.has(id)).map(({ id }) => `has no series ${id}`),
    ...after.series.flatMap((series) => {
      const [old, words] = [was.get(series.id), seriesInWords(series)]
      return old && JSON.stringify(old) !== JSON.stringify(series)
        ? [`${series.id} is ${words}, was ${seriesInWords(old)}`]
        : []
    }),
    ...(order(before, now) === order(after, was)
      ? []
      : [`runs through ${after.series.map(({ id }) => id).join(', ')}`]),
    ...spellingChanges(before.spellings ?? {}, after.spellings ?? {}),
  ]
}

function spellingChanges(before: Record<string, string>, after: Record<string, string>): string[] {
  const set = Object.entries(after)
    .filter(([spelling, label]) => before[spelling] !== label)
    .map(([spelling, label]) => `${spelling} stands for ${label}`)
  const gone = Object.keys(before)
    .filter((spelling) => !(spelling in after))
    .map((spelling) => `${spelling} is no spelling`)
  const all = [...set, ...gone]
  return all.length > 4 ? [`${set.length} spellings set, ${gone.length} taken away`] : all
}
