import type { Position, RevisionScheme } from './types'
import { labelAt } from './format'
import { prepareScheme } from './prepare'

/** One mark of a ruler: a label, and whether it begins a major. */
export interface Mark {
  label: string
  position: Position
  kind: 'major' | 'minor'
}

/**
 * The labels of a stretch of one series in their order, majors `from` to `to` (both included, ordinals from 0).
 * `minorsOf` says how many minors of a major to show; where a series always carries a minor, its first one
 * stands for the major.
 */
export function stretch(
  scheme: RevisionScheme,
  series: number,
  from: number,
  to: number,
  minorsOf: (major: number) => number,
): Mark[] {
  const at = prepareScheme(scheme).series[series]
  if (!at) return []
  const mark = (major: number, minor: number | null, kind: Mark['kind']): Mark[] => {
    const position = { series, major, minor }
    const label = labelAt(scheme, position)
    return label === undefined ? [] : [{ label, position, kind }]
  }
  const always = at.minor && at.place === 'always'
  const marks: Mark[] = []
  for (let major = from; major <= Math.min(to, at.major.size - 1); major++) {
    const alone = always ? mark(major, 0, 'major') : mark(major, null, 'major')
    const minors = at.minor
      ? Array.from({ length: minorsOf(major) }, (_, index) => (always ? index + 1 : index)).flatMap((minor) =>
          mark(major, minor, 'minor'),
        )
      : []
    marks.push(...(at.place === 'before' ? [...minors, ...alone] : [...alone, ...minors]))
  }
  return marks
}

/** The ordinal that a 0-based minor is shown at, so that `minorsOf` can be told to reach it. */
export const minorsUpTo = ({ minor }: Position): number => (minor === null ? 0 : minor + 1)
