import type { Left } from '../../../shared/answers'
import type { Tx } from '../../database/connection'

/** A kind of task that may be left for the administrator of a vault. */
export interface LeftKind {
  /** Finds the tasks of this kind. A task is waved away by its key. */
  find: (tx: Tx) => Left[]
}
