import { type OpenFile, openFile } from '../../archive'
import { drawSheet, drawSvg, type FileKind, formats, kindOf, readFile } from '../../core/formats'
import type { Probe } from '../../shared/answers'
import { Refusal } from '../refusal'

/** A stored content, or another file, under the name that it has outside. */
interface Content {
  path: string
  fileName: string
}

/** How the kinds of files that have a sheet are drawn. */
const drawers: Partial<Record<FileKind, (file: OpenFile) => { svg: string }>> = {
  dxf: drawSheet,
  svg: drawSvg,
}

/** The sheet of a content as SVG of our own making: nothing in it is run. @throws Refusal for other kinds. */
export function previewOf({ path, fileName }: Content): string {
  const file = openFile(path)
  try {
    const kind = kindOf(file, fileName)
    const draw = drawers[kind]
    if (draw) return draw(file).svg
    const why = `${fileName} is ${formats[kind].words}, of which no sheet is drawn: download it`
    throw new Refusal('not-found', why)
  } finally {
    file.close()
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
