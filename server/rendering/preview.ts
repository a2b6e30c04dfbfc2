import { openFile } from '../../archive'
import { drawSheet, drawSvg, formats, kindOf } from '../../core/formats'
import { Refusal } from '../refusal'

/** The sheet of a stored content as SVG of our own making: nothing in it is run. @throws Refusal for other kinds. */
export function previewOf({ path, fileName }: { path: string; fileName: string }): string {
  const file = openFile(path)
  try {
    const kind = kindOf(file, fileName)
    if (kind === 'svg') return drawSvg(file).svg
    if (kind !== 'dxf')
      throw new Refusal(
        'not-found',
        `${fileName} is ${formats[kind].words}, of which no sheet is drawn: download it`,
      )
    return drawSheet(file).svg
  } finally {
    file.close()
  }
}
