import { existsSync } from 'node:fs'
import { readRegisterAt } from '../archive'
import { type Profile, type RegisterEntry, RegisterError } from '../core/intake'
import { UsageError } from './input'

/** The lines of a register, CSV or XLSX; those that cannot be used are told on standard error. @throws UsageError */
export async function readRegisterFile(file: string, columns?: Profile['columns']): Promise<RegisterEntry[]> {
  if (!existsSync(file)) throw new UsageError(`${file} does not exist`)
  try {
    const { entries, problems } = await readRegisterAt(file, columns)
    for (const problem of problems) process.stderr.write(`ilmenite: ${file}, ${problem.message}\n`)
    return entries
  } catch (error) {
    if (error instanceof RegisterError) throw new UsageError(`${file}, ${error.message}`)
    throw error
  }
}
