import type { Position, RevisionScheme } from './types'
import { prepareScheme } from './prepare'

/**
 * The label of a position, e.g. `C-02`.
 * @throws RangeError where the scheme has no such position.
 */
export function format(scheme: RevisionScheme, position: Position): string {
  const label = labelAt(scheme, position)
  if (label === undefined)
    throw new RangeError(`“${scheme.name}” has no label at ${JSON.stringify(position)}`)
  return label
}

/** As `format`, but undefined where the scheme has no such position. */
export function labelAt(scheme: RevisionScheme, { series, major, minor }: Position): string | undefined {
  const at = prepareScheme(scheme).series[series]
  const majorText = at?.major.text(major)
  if (!at || majorText === undefined) return undefined
  if (minor === null) return at.minor && at.place === 'always' ? undefined : at.prefix + majorText
  const minorText = at.minor?.text(minor)
  return minorText === undefined ? undefined : at.prefix + majorText + at.separator + minorText
}

/** Whether the scheme has a position, without writing its label. */
export function hasPosition(scheme: RevisionScheme, { series, major, minor }: Position): boolean {
  const at = prepareScheme(scheme).series[series]
  if (!at || major >= at.major.size) return false
  if (minor === null) return !(at.minor && at.place === 'always')
  return at.minor !== undefined && minor < at.minor.size
}

/** A label's parts as texts: the series' id, the major without its prefix, the minor or null. */
export function labelParts(
  scheme: RevisionScheme,
  { series, major, minor }: Position,
): { series: string; major: string; minor: string | null } {
  const at = prepareScheme(scheme).series[series]!
  return {
    series: at.definition.id,
    major: at.major.text(major)!,
    minor: minor === null ? null : at.minor!.text(minor)!,
  }
}
