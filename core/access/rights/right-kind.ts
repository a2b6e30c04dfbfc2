/** A state of a lifecycle, as far as rights in it go. */
export interface StateOfRights {
  state: string
  content: 'open' | 'closed'
  adoption?: boolean
  /** The transitions that people fire or sign from there. */
  firedFromHere: string[]
}

/** What one right is. */
export interface RightKind {
  /** What it lets somebody do. */
  words: string
  /**
   * What uses the right in a state, and what that is called in the singular; without it, a right is of use everywhere.
   * `none` says why it is of no use in a state where nothing uses it.
   */
  use?: { what: string; users: (state: StateOfRights) => string[]; none?: string }
}
