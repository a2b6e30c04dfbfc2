import { mostPixels, pictureSize } from '../../core/formats'
import { RenderingError, type SheetKind } from './sheet-kind'

/** The most pixels of a PNG, which is unpacked for its page at about twelve bytes a pixel. */
const mostUnpacked = 20_000_000

/** The longest side of a page, in points: A3. */
const longest = 1190

/** A picture (PNG or JPEG) on a page of its own proportions. */
export const image: SheetKind = async (bytes, into) => {
  requireSize(bytes)
  const isPng = bytes.subarray(1, 4).toString('latin1') === 'PNG'
  const picture = await (isPng ? into.embedPng(bytes) : into.embedJpg(bytes)).catch((cause: Error) => {
    throw new RenderingError(`the picture cannot be read: ${cause.message}`, { cause })
  })
  const { width, height } = picture.scale(Math.min(1, longest / Math.max(picture.width, picture.height)))
  into.addPage([width, height]).drawImage(picture, { width, height })
}

/** Checks the size in the header before the picture is unpacked. @throws RenderingError if it is too large */
function requireSize(bytes: Buffer): void {
  const size = pictureSize(bytes)
  if (!size) throw new RenderingError('the picture cannot be read: it does not say how large it is')
  const { width, height } = size
  const isUnpacked = bytes.subarray(1, 4).toString('latin1') === 'PNG'
  if (width * height > (isUnpacked ? mostUnpacked : mostPixels))
    throw new RenderingError(
      `the picture has ${width} × ${height} pixels, of which no PDF is made: download it, or save it smaller`,
    )
}
