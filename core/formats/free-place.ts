/** A rectangle on a sheet, y upwards. */
export interface Box {
  left: number
  bottom: number
  right: number
  top: number
}

const overlaps = (a: Box, b: Box): boolean =>
  a.left < b.right && b.left < a.right && a.bottom < b.top && b.bottom < a.top

/** The rectangle around some. */
export const around = (boxes: readonly Box[]): Box | undefined =>
  boxes.length
    ? {
        left: boxes.reduce((least, { left }) => Math.min(least, left), Infinity),
        bottom: boxes.reduce((least, { bottom }) => Math.min(least, bottom), Infinity),
        right: boxes.reduce((most, { right }) => Math.max(most, right), -Infinity),
        top: boxes.reduce((most, { top }) => Math.max(most, top), -Infinity),
      }
    : undefined

/** Whether a rectangle is clear of everything that is drawn. */
export const isFree = (box: Box, drawn: readonly Box[]): boolean =>
  !drawn.some((other) => overlaps(box, other))

const padded = ({ left, right, bottom, top }: Box, by: number): Box => ({
  ...{ left: left - by, right: right + by, bottom: bottom - by, top: top + by },
})

/** How many places are tried from a corner inwards, in each direction. */
const tries = 24

/**
 * A place for something of a size that is clear of what is drawn: in a corner of the sheet, else farther in, else
 * beside the sheet. Corners are tried from the upper right one round; `step` is how far apart places stand.
 */
export function freePlace(size: { width: number; height: number }, drawn: readonly Box[], step: number): Box {
  const sheet = around(drawn) ?? { left: 0, bottom: 0, right: 0, top: 0 }
  const at = (left: number, top: number): Box => ({
    left,
    top,
    right: left + size.width,
    bottom: top - size.height,
  })
  const isWithin = (box: Box) =>
    box.left >= sheet.left && box.right <= sheet.right && box.bottom >= sheet.bottom && box.top <= sheet.top
  for (let away = 1; away <= tries; away++)
    for (let across = 1; across <= away; across++)
      for (const [x, y] of across === away
        ? [[away, away]]
        : [
            [away, across],
            [across, away],
          ]) {
        const [right, left] = [sheet.right - x! * step - size.width, sheet.left + x! * step]
        const [top, bottom] = [sheet.top - y! * step, sheet.bottom + y! * step + size.height]
        const corners = [at(right, top), at(left, top), at(left, bottom), at(right, bottom)]
        const found = corners.find((box) => isWithin(box) && isFree(padded(box, step / 2), drawn))
        if (found) return found
      }
  return at(sheet.right + step, sheet.top)
}
