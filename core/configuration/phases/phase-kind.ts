/** What standing in a state means to the outside, and how that is drawn so that it can be read without colour. */
export interface PhaseKind {
  name: string
  glyph: string
  /** The frame and ground of a state on a map, as SVG attributes. */
  frame: string
  /** The colour of what is written on that ground. */
  ink: string
  /** Whether a new state of this phase lets files be checked out. */
  content: 'open' | 'closed'
}
