import type { CellValue, Row } from 'exceljs'
import { type RegisterRowCells, RegisterError } from '../core/intake'

/** The largest workbook that is opened, in bytes: it is read as a whole. */
const largest = 64 << 20

/**
 * The filled rows of the first worksheet that has any, as texts: days in ISO 8601, numbers as they are shown where
 * zeros lead them, the result of a formula.
 * @throws RegisterError where the workbook cannot be opened
 */
export async function worksheetRows(bytes: Buffer): Promise<RegisterRowCells[]> {
  if (bytes.length > largest)
    throw new RegisterError(`the workbook is larger than ${largest >> 20} MB: save the sheet as CSV`)
  const { default: excel } = await import('exceljs')
  const book = new excel.Workbook()
  try {
    await book.xlsx.load(bytes as unknown as ArrayBuffer)
  } catch (error) {
    throw new RegisterError(`the workbook cannot be opened: ${(error as Error).message}`)
  }
  const sheet = book.worksheets.find((one) => one.actualRowCount > 0)
  const rows: RegisterRowCells[] = []
  const width = Math.min(sheet?.columnCount ?? 0, mostColumns)
  sheet?.eachRow((row, line) => {
    const cells = Array.from({ length: width }, (_, index) => shown(row, index + 1))
    if (cells.some((cell) => cell !== '')) rows.push({ line, cells, faults: [] })
  })
  const used = Math.max(
    0,
    ...rows.slice(0, 1).map(({ cells }) => cells.findLastIndex((cell) => cell !== '') + 1),
  )
  return rows.map((row) => ({ ...row, cells: row.cells.slice(0, used) }))
}
const mostColumns = 500

/** What a cell shows. */
function shown(row: Row, column: number): string {
  const { value, numFmt } = row.getCell(column)
  return textOfValue(value, numFmt).trim()
}

function textOfValue(value: CellValue, format: string | undefined): string {
  if (value === null || value === undefined) return ''
  if (value instanceof Date) return value.toISOString().slice(0, 10)
  if (typeof value === 'number') return padded(value, format)
  if (typeof value !== 'object') return String(value)
  if ('richText' in value) return value.richText.map(({ text }) => text).join('')
  if ('result' in value) return textOfValue(value.result as CellValue, format)
  if ('text' in value) return textOfValue(value.text as CellValue, format)
  return ''
}

/** A number of the format `00` shows 1 as 01, which is another label. */
function padded(value: number, format: string | undefined): string {
  const zeros = /^0+$/.exec(format ?? '')?.[0].length ?? 0
  return zeros > 1 && Number.isInteger(value) ? String(value).padStart(zeros, '0') : String(value)
}
