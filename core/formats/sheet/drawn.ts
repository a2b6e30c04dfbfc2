/** A sheet that was drawn. */
export interface Sheet {
  svg: string
  /** In units of the drawing. */
  width: number
  height: number
  /** Types of entities that stand in the drawing and are not drawn, each with how many there are. */
  left: Map<string, number>
  /** More stood in the drawing than is drawn. */
  isCut: boolean
}

/** What a sheet is made of: lines and whatever is filled, each as it is drawn, and the box around all. */
export interface Pieces {
  lines: string[]
  filled: string[]
  box: { left: number; top: number; right: number; bottom: number }
}
