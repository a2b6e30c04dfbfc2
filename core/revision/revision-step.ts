import { matching, type Shape } from '../shape'
import type { Step } from './types'

/** What a transition does to the revision: a step of the scheme, or `adopt:ATTRIBUTE`. */
export type RevisionStep = Step | `adopt:${string}`

interface StepKind {
  /** In a column of the sheet. */
  word: string
  /** In a menu. */
  text: string
  /** Whether a label may come out as it went in. */
  mayKeep: boolean
}

/** Every kind of step. */
export const stepKinds = {
  keep: { word: 'keep', text: 'keep the label', mayKeep: true },
  minor: { word: 'minor', text: 'next minor', mayKeep: false },
  major: { word: 'major', text: 'next major', mayKeep: false },
  settle: { word: 'settle', text: 'settle (drop the minor)', mayKeep: true },
  series: { word: 'series', text: 'next series', mayKeep: false },
  adopt: { word: 'adopt', text: 'adopt a label of the record', mayKeep: false },
} satisfies Record<string, StepKind>

export type StepKindName = keyof typeof stepKinds

/**
 * A step taken apart: `argument` is the series that is started, or the attribute that is adopted from; empty
 * without one.
 */
export function readStep(step: RevisionStep): { kind: StepKindName; argument: string } {
  const [kind, ...rest] = step.split(':')
  return { kind: kind as StepKindName, argument: rest.join(':') }
}

/** The attribute whose label a step takes over; undefined where it steps. */
export function adoptedAttribute(step: RevisionStep): string | undefined {
  const { kind, argument } = readStep(step)
  return kind === 'adopt' ? argument : undefined
}

/** Whether a step takes a label over instead of stepping. */
export const isAdopting = (step: RevisionStep): step is `adopt:${string}` => readStep(step).kind === 'adopt'

/** Whether a step may leave a label as it is. Settling does so for a label that is settled already. */
export const mayKeepLabel = (step: RevisionStep): boolean => stepKinds[readStep(step).kind].mayKeep

/** The series that a step starts by name; undefined where it does not. */
export function startedSeries(step: RevisionStep): string | undefined {
  const { kind, argument } = readStep(step)
  return kind === 'series' && argument ? argument : undefined
}

export const adoptFrom = (attribute: string): RevisionStep => `adopt:${attribute}`
export const startSeries = (series: string): RevisionStep => `series:${series}`

/** What a step looks like in a file. */
export const stepShape: Shape = {
  ...matching(
    /^(keep|minor|major|settle|series|series:[a-z0-9-]+|adopt:[a-z0-9_-]+)$/,
    'the step is keep, minor, major, settle, series, series:ID or adopt:ATTRIBUTE',
  ),
  fixed: true,
}
