import type { Decision, DocumentSnapshot, Standing } from '../../engine'
import type { Fields } from '../../shape'
import type { Actor, World } from '../world'

/** Where an act is rehearsed: who acts, and what the engine is asked about. */
export interface Place {
  world: World
  person: Actor
  standing: Standing
}

/** Everything that one kind of act on a document that is there is. */
export interface ActKind<Act> {
  /** Its fields besides who acts, on which document, and what is expected of it. */
  fields: Fields
  /** Whether the document may move on by itself afterwards. */
  movesOn: boolean
  decide: (act: Act, place: Place) => Decision
  /** What else it changes of the vault, once it is done. */
  then?: (act: Act, world: World, document: DocumentSnapshot) => void
}
