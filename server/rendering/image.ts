import type { SheetKind } from './sheet-kind'
import { RenderingError } from './sheet-kind'

/** The longest side of a page, in points: A3. */
const longest = 1190

/** A picture (PNG or JPEG) on a page of its own proportions. */
export const image: SheetKind = async (bytes, into) => {
  const isPng = bytes.subarray(1, 4).toString('latin1') === 'PNG'
  const picture = await (isPng ? into.embedPng(bytes) : into.embedJpg(bytes)).catch((cause: Error) => {
    throw new RenderingError(`the picture cannot be read: ${cause.message}`, { cause })
  })
  const { width, height } = picture.scale(Math.min(1, longest / Math.max(picture.width, picture.height)))
  into.addPage([width, height]).drawImage(picture, { width, height })
}
