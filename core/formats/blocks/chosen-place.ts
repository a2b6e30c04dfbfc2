import { type Box, type Corner, freePlace, isFree } from './free-place'

/** Formats of sheets (ISO 216), the longer side first, in millimetres. */
export const sheetFormats = {
  A4: [297, 210],
  A3: [420, 297],
  A2: [594, 420],
  A1: [841, 594],
  A0: [1189, 841],
} as const
export type SheetFormat = keyof typeof sheetFormats

/** Where blocks stand on sheets of a format: in a corner, and how far from its two edges, in millimetres. */
export interface ChosenPlace {
  corner: Corner
  across: number
  up: number
}
export type ChosenPlaces = Partial<Record<SheetFormat, ChosenPlace>>

/** A frame is a little smaller than its sheet. */
const least = 0.9

/** The format of a sheet by what is drawn on it, whichever way it lies; undefined for what is none. */
export function formatOf(width: number, height: number): SheetFormat | undefined {
  const [long, short] = [Math.max(width, height), Math.min(width, height)]
  const names = Object.keys(sheetFormats) as SheetFormat[]
  return names.find((name) => {
    const [longer, shorter] = sheetFormats[name]
    const fits = (size: number, of: number) => size <= of * 1.01 && size >= of * least
    return fits(long, longer) && fits(short, shorter)
  })
}

/**
 * A place for a block: where it was chosen for sheets of this format, else beside what stands there, else wherever is
 * free, from that corner on.
 */
export function placeFor(
  size: { width: number; height: number },
  sheet: Box,
  drawn: readonly Box[],
  step: number,
  places: ChosenPlaces = {},
): Box {
  const format = formatOf(sheet.right - sheet.left, sheet.top - sheet.bottom)
  const chosen = format && places[format]
  if (!chosen) return freePlace(size, sheet, drawn, step)
  const first = inCorner(size, sheet, chosen)
  const isUpper = chosen.corner.startsWith('upper')
  // A block that stands there already has the other one under it, or over it.
  const beside = [...drawn]
    .filter(({ left, right }) => left < first.right && first.left < right)
    .map(({ bottom, top }) => shifted(first, isUpper ? bottom - step - first.top : top + step - first.bottom))
    .sort((one, other) => Math.abs(one.top - first.top) - Math.abs(other.top - first.top))
  const isWithin = ({ bottom, top }: Box) => bottom >= sheet.bottom && top <= sheet.top
  const found = [first, ...beside].find((box) => isWithin(box) && isFree(box, drawn))
  return found ?? freePlace(size, sheet, drawn, step, chosen.corner)
}

function inCorner(
  { width, height }: { width: number; height: number },
  sheet: Box,
  { corner, across, up }: ChosenPlace,
): Box {
  const left = corner.endsWith('right') ? sheet.right - across - width : sheet.left + across
  const bottom = corner.startsWith('upper') ? sheet.top - up - height : sheet.bottom + up
  return { left, bottom, right: left + width, top: bottom + height }
}

const shifted = ({ left, right, bottom, top }: Box, by: number): Box => ({
  ...{ left, right, bottom: bottom + by, top: top + by },
})
