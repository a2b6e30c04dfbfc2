import { PageSizes, StandardFonts } from '@cantoo/pdf-lib'
import { printable } from './printable'
import type { SheetKind } from './sheet-kind'

/** Points: the size of a line, its height, the margin around. */
const size = 9
const height = 12
const margin = 50
/** Characters in a line, and the most lines that are shown. */
const columns = 90
const most = 20_000

/** A text, line by line, on pages of A4. */
export const plainText: SheetKind = async (bytes, into) => {
  const font = await into.embedFont(StandardFonts.Courier)
  const lines = printable(bytes.toString('utf8')).split(/\r?\n/).flatMap(broken).slice(0, most)
  const perPage = Math.floor((PageSizes.A4[1] - 2 * margin) / height)
  for (let at = 0; at < Math.max(1, lines.length); at += perPage) {
    const page = into.addPage(PageSizes.A4)
    const text = lines.slice(at, at + perPage).join('\n')
    page.drawText(text, { x: margin, y: PageSizes.A4[1] - margin, size, lineHeight: height, font })
  }
}

const broken = (line: string): string[] => line.match(new RegExp(`.{1,${columns}}`, 'g')) ?? ['']
