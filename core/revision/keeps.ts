import type { RevisionScheme } from './types'
import { compare } from './compare'
import { parse } from './parse'

/** A label in use that a change of the scheme would spoil. */
export interface SpoiledLabel {
  label: string
  message: string
}

/**
 * Which labels in use a change of a scheme would spoil: no longer written like this, or no longer in the
 * order they were in.
 * Labels that the scheme did not read exactly before are left out of account.
 */
export function spoiledBy(before: RevisionScheme, after: RevisionScheme, labels: string[]): SpoiledLabel[] {
  const known = labels.flatMap((label) => {
    const reading = parse(before, label)
    return reading.ok && reading.canonical === label ? [{ label, position: reading.position }] : []
  })
  known.sort((a, b) => compare(before, a.position, b.position))
  const spoiled: SpoiledLabel[] = []
  let last: { label: string; position: (typeof known)[number]['position'] } | undefined
  for (const { label } of known) {
    const reading = parse(after, label)
    if (!reading.ok || reading.canonical !== label) {
      spoiled.push({
        label,
        message: reading.ok
          ? `${label} would be read as ${reading.canonical}`
          : `${label} would be no label of “${after.name}” any more`,
      })
      continue
    }
    if (last && compare(after, last.position, reading.position) >= 0)
      spoiled.push({ label, message: `${label} would no longer come after ${last.label}` })
    last = { label, position: reading.position }
  }
  return spoiled
}
