import { readFileSync } from 'node:fs'
import { extname } from 'node:path'
import { readRegister, type ReadRegister, readRegisterRows, RegisterError } from '../core/intake'
import { textOf } from './text'
import { worksheetRows } from './worksheet'

/** What registers there are, by their endings. */
export const registerEndings = ['.csv', '.xlsx']

/**
 * Reads an archive's register: CSV, or the first worksheet of an XLSX workbook (ECMA-376) that has anything in it.
 * @param columns headings to use instead of the usual ones, e.g. `{ revision: "Idx" }`
 * @throws RegisterError where it cannot be read at all, the error of the file system where there is none
 */
export async function readRegisterAt(
  path: string,
  columns: Parameters<typeof readRegister>[1] = {},
): Promise<ReadRegister> {
  const bytes = readFileSync(path)
  const isWorkbook = bytes[0] === 0x50 && bytes[1] === 0x4b
  if (isWorkbook) return readRegisterRows(await worksheetRows(bytes), columns)
  if (extname(path).toLowerCase() === '.xlsx')
    throw new RegisterError(
      'its ending says that it is a workbook, and its bytes do not: save it as XLSX or CSV',
    )
  return readRegister(textOf(bytes), columns)
}
