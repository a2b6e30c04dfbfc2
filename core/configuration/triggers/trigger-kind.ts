import type { Principal } from '../../access'
import type { Configuration, Transition } from '../types'

/** How a transition comes to fire. */
export interface TriggerKind {
  /** In a menu, and after “is fired”. */
  name: string
  /** Who fires it, in words. */
  who: (configuration: Configuration, transition: Transition) => string
  /** Everybody who is named as one who may fire or sign. */
  named: (transition: Transition) => Principal[]
  /** Whether people fire it at all. */
  byPeople: boolean
  /** Whether it is drawn with a broken line. */
  dashed: boolean
}
