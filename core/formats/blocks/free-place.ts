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

/** The corners of a sheet, in the order in which they are tried. */
export const corners = ['upper right', 'upper left', 'lower left', 'lower right'] as const
export type Corner = (typeof corners)[number]

/**
 * A place for something of a size that is clear of what is drawn: in a corner of the sheet, else farther in, else
 * beside the sheet. Corners are tried from the upper right one round, unless one is to be tried alone at first; `step`
 * is how far apart places stand.
 */
export function freePlace(
  size: { width: number; height: number },
  sheet: Box,
  drawn: readonly Box[],
  step: number,
  first?: Corner,
): Box {
  const isFit = (box: Box) =>
    box.left >= sheet.left &&
    box.right <= sheet.right &&
    box.bottom >= sheet.bottom &&
    box.top <= sheet.top &&
    isFree(padded(box, step / 2), drawn)
  for (const all of first ? [[first], corners] : [corners])
    for (const [x, y] of steps)
      for (const corner of all) {
        const box = from(corner, sheet, size, x * step, y * step)
        if (isFit(box)) return box
      }
  return boxAt(sheet.right + step, sheet.top, size)
}

/** How far from a corner is tried, nearest first, in steps. */
const steps: [x: number, y: number][] = Array.from({ length: tries }, (_, index) => index + 1).flatMap(
  (away) =>
    Array.from({ length: away }, (_, index) => index + 1).flatMap((across): [number, number][] =>
      across === away
        ? [[away, away]]
        : [
            [away, across],
            [across, away],
          ],
    ),
)

const boxAt = (left: number, top: number, { width, height }: { width: number; height: number }): Box => ({
  ...{ left, top, right: left + width, bottom: top - height },
})

function from(
  corner: Corner,
  sheet: Box,
  size: { width: number; height: number },
  x: number,
  y: number,
): Box {
  const left = corner.endsWith('right') ? sheet.right - x - size.width : sheet.left + x
  const top = corner.startsWith('upper') ? sheet.top - y : sheet.bottom + y + size.height
  return boxAt(left, top, size)
}
