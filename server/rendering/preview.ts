import { readFileSync, statSync } from 'node:fs'
import { mostToRender, renderPdf, RenderingError } from '.'
import { type OpenFile, openFile } from '../../archive'
import {
  compareSheets,
  drawSheet,
  drawSvg,
  drawThumbnail,
  type FileKind,
  formats,
  kindOf,
  readFile,
} from '../../core/formats'
import type { Probe } from '../../shared/answers'
import type { Content } from '../files/file-tasks'
import { Refusal } from '../refusal'

/** How the kinds of files that have a sheet are drawn. */
const drawers: Partial<Record<FileKind, (file: OpenFile) => { svg: string }>> = {
  dxf: drawSheet,
  svg: drawSvg,
}

/** The sheet of a content as SVG of our own making: nothing in it is run. @throws Refusal for other kinds. */
export function previewOf({ path, fileName, isSmall }: Content & { isSmall?: boolean }): string {
  const file = openFile(path)
  try {
    const kind = kindOf(file, fileName)
    const draw = isSmall && kind === 'dxf' ? drawThumbnail : drawers[kind]
    if (draw) return drawn(() => draw(file).svg, fileName)
    const why = `${fileName} is ${formats[kind].words}, of which no sheet is drawn: download it`
    throw new Refusal('not-found', why)
  } finally {
    file.close()
  }
}

/** @throws Refusal where a drawing is damaged */
function drawn(draw: () => string, fileName: string): string {
  try {
    return draw()
  } catch (cause) {
    const why = `no sheet is drawn of ${fileName}: ${(cause as Error).message}`
    throw new Refusal('not-found', why, [], { cause })
  }
}

/** The sheet of a content as a PDF with a stamp. @throws Refusal where none is made of it */
export async function sheetAsPdf({
  path,
  fileName,
  stamp,
}: Content & { stamp: string }): Promise<Uint8Array> {
  if (statSync(path).size > mostToRender)
    throw new Refusal(
      'not-found',
      `${fileName} is larger than ${mostToRender / 2 ** 20} MB: no PDF is made of it`,
    )
  try {
    return await renderPdf(fileName, readFileSync(path), stamp)
  } catch (error) {
    if (error instanceof RenderingError) throw new Refusal('not-found', error.message)
    throw error
  }
}

/** Everything inside of a file, and its sheet where it can be drawn. */
export async function probeOf({ path, fileName }: Content): Promise<Probe> {
  const file = openFile(path)
  try {
    const reading = await readFile(file, fileName)
    return { fileName, reading, sheet: sheetOf(file, reading.kind) }
  } finally {
    file.close()
  }
}

/** A file that can be read may still be none that can be drawn. */
function sheetOf(file: OpenFile, kind: FileKind): string | null {
  try {
    return drawers[kind]?.(file).svg ?? null
  } catch {
    return null
  }
}

/** Two sheets laid over each other, as SVG. @throws Refusal where one of them is no drawing in DXF */
export function comparisonOf({ before, after }: { before: Content; after: Content }): string {
  const [old, now] = [openFile(before.path), openFile(after.path)]
  try {
    for (const [file, { fileName }] of [
      [old, before],
      [now, after],
    ] as const) {
      const kind = kindOf(file, fileName)
      if (kind !== 'dxf')
        throw new Refusal(
          'not-found',
          `${fileName} is ${formats[kind].words}: DXF drawings alone are laid over each other`,
        )
    }
    return drawn(() => compareSheets(old, now).svg, after.fileName)
  } finally {
    old.close()
    now.close()
  }
}
