import {
  minorsUpTo,
  parse,
  type Position,
  prepareScheme,
  type RevisionScheme,
  seriesInWords,
  stretch,
} from '~~/core/revision'

/** So many majors are shown of a series of which nothing is known. */
const usual = 22

/** How many minors are shown under each major: those in use, and more under the one where one stands. */
function minorsShown(inLane: Position[], here: Position | null): Map<number, number> {
  const minors = new Map<number, number>()
  for (const position of inLane)
    minors.set(position.major, Math.max(minors.get(position.major) ?? 0, Math.min(12, minorsUpTo(position))))
  if (here) minors.set(here.major, Math.max(3, minors.get(here.major) ?? 0, minorsUpTo(here) + 1))
  return minors
}

/**
 * The lanes of a ruler, one a series: majors in order as far as a label, `at` or `more` asks for, with the
 * minors that are in use. Labels that the scheme does not read are passed over.
 */
export function lanesOf(
  scheme: RevisionScheme,
  at: Position | null,
  labels: string[],
  more: Record<number, number>,
) {
  const placed = labels.flatMap((label) => {
    const reading = parse(scheme, label)
    return reading.ok ? [reading.position] : []
  })
  return scheme.series.map((series, index) => {
    const inLane = placed.filter((position) => position.series === index)
    const here = at?.series === index ? at : null
    const farthest = Math.max(
      here ? here.major + 2 : 0,
      ...inLane.map(({ major }) => Math.min(major + 1, 400)),
      usual + (more[index] ?? 0),
    )
    const minors = minorsShown(inLane, here)
    return {
      series,
      index,
      marks: stretch(scheme, index, 0, farthest, (major) => minors.get(major) ?? 0),
      ends: farthest + 1 >= prepareScheme(scheme).series[index]!.major.size,
      words: seriesInWords(series),
    }
  })
}
