import { existsSync, readFileSync } from 'node:fs'
import { textOf } from '../archive'
import { type Profile, readRegister, type RegisterEntry, RegisterError } from '../core/intake'
import { UsageError } from './input'

/** The lines of a register in CSV; those that cannot be used are told on standard error. @throws UsageError */
export function readRegisterFile(file: string, columns?: Profile['columns']): RegisterEntry[] {
  if (!existsSync(file)) throw new UsageError(`${file} does not exist`)
  try {
    const { entries, problems } = readRegister(textOf(readFileSync(file)), columns)
    for (const problem of problems) process.stderr.write(`ilmenite: ${file}, ${problem.message}\n`)
    return entries
  } catch (error) {
    if (error instanceof RegisterError) throw new UsageError(`${file}, ${error.message}`)
    throw error
  }
}
