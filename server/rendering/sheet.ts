import { StandardFonts } from '@cantoo/pdf-lib'
import { drawSheet, drawSvg, sourceOf } from '../../core/formats'
import { printable } from './printable'
import { RenderingError, type SheetKind } from './sheet-kind'

/** The longer side of the page in points (A3), and the margin around. */
const longest = 1190
const margin = 40

/** What a sheet is, drawn as SVG. */
interface Drawn {
  svg: string
  width: number
  height: number
}

/** A sheet on one page of its own, in its proportions. @throws RenderingError where nothing is drawn */
const pageOf =
  (draw: (bytes: Buffer) => Drawn): SheetKind =>
  async (bytes, into) => {
    const { svg, width, height } = drawnOr(draw, bytes)
    if (!/<(?:path|text|line|rect|circle|ellipse|poly|image|use)/.test(svg))
      throw new RenderingError('there is nothing in the drawing that can be drawn')
    const scale = (longest - 2 * margin) / Math.max(width, height)
    const size = { width: width * scale, height: height * scale }
    const page = into.addPage([size.width + 2 * margin, size.height + 2 * margin])
    const font = await into.embedFont(StandardFonts.Helvetica)
    page.drawSvg(printable(svg), {
      ...{ ...size, x: margin, y: size.height + margin },
      fonts: { 'sans-serif': font, 'sans-serif_bold': font },
    })
  }

function drawnOr(draw: (bytes: Buffer) => Drawn, bytes: Buffer): Drawn {
  try {
    return draw(bytes)
  } catch (cause) {
    throw new RenderingError(`the drawing cannot be read: ${(cause as Error).message}`, { cause })
  }
}

/** The sheet of a DXF drawing. */
export const dxf: SheetKind = pageOf((bytes) => drawSheet(sourceOf(bytes)))

/** The sheet of an SVG drawing, without what is only seen on a screen. */
export const svg: SheetKind = pageOf((bytes) => drawSvg(sourceOf(bytes)))
