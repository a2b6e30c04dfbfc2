import { one, type Shape } from '../../shape'
import { issued } from './issued'
import type { PhaseKind } from './phase-kind'
import { retired } from './retired'
import { review } from './review'
import { working } from './working'

/** Every phase, in order of maturity. */
export const phaseKinds = { working, review, issued, retired } satisfies Record<string, PhaseKind>

export type Phase = keyof typeof phaseKinds
export const phases = Object.keys(phaseKinds) as Phase[]
export const phaseShape: Shape = one(phases)
