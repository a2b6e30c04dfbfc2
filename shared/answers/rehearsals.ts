import type { Kept } from '../../core/rehearsal'

/** A list of acts on documents as they stood, with what is expected after each. */
export type KeptRehearsalBody = Kept

/** A rehearsal that every publish runs again. */
export interface KeptRehearsal {
  id: string
  name: string
  lifecycle: string
  active: boolean
  personName: string
  at: string
  /** How many acts it has; what it begins with may be hidden from who reads this. */
  acts: number
}

/** A kept rehearsal that comes out otherwise. */
export interface BrokenRehearsal {
  id: string
  name: string
  lifecycle: string
  /** Which act, counted from 1, and what came of it instead. */
  act: number
  message: string
}
