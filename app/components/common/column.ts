/** A column of a table; its width is a track of a CSS grid. */
export interface Column {
  key: string
  label: string
  width: string
  right?: boolean
  sort?: boolean
}
