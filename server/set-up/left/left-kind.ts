import type { Left } from '../../../shared/answers'
import type { Tx } from '../../database/connection'

/** A kind of thing that is left to do before a vault is well looked after. */
export interface LeftKind {
  /** Finds what is left. Each has a key of its own, by which it is waved away. */
  find: (tx: Tx) => Left[]
}
