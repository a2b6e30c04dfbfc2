import type { Source } from '../source'
import { type DrawingEntity, numberAt, readEntities } from './entities'
import { identity } from './matrix'
import type { Pieces, Sheet } from './drawn'
import { Pen, plain } from './pen'

export type { Pieces, Sheet } from './drawn'

/** Draws a DXF drawing as SVG: its paper where something stands on it, else its model. */
export const drawSheet = (source: Source): Sheet => penOf(source).sheet()

/** The same for a small picture of it, with lines that are still seen there. */
export const drawThumbnail = (source: Source): Sheet => penOf(source).sheet(thumbnailWidth)

/** In millimetres. */
const thumbnailWidth = 30

/** The same, piece by piece. */
export const piecesOf = (source: Source): Pieces => penOf(source).pieces()

function penOf(source: Source): Pen {
  const drawing = readEntities(source)
  const pen = new Pen(drawing)
  const isOnPaper = (entity: DrawingEntity) => numberAt(entity, 67) === 1
  const paper = drawing.entities.filter((entity) => isOnPaper(entity) && entity.type !== 'VIEWPORT')
  pen.draw(paper.length ? paper : drawing.entities.filter((entity) => !isOnPaper(entity)), identity, plain, 0)
  const windows = paper.length ? drawing.entities.filter(({ type }) => type === 'VIEWPORT') : []
  for (const window of windows) pen.drawWindow(window)
  return pen
}
