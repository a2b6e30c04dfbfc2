import { readFileSync } from 'node:fs'
import { placeInWords, type Shape, type StructureFault, structureFaults } from '../core/shape'
import { readJson, UsageError } from './input'
import { positionIn } from './position'

/** So many faults are told at once; the others are counted. */
const mostTold = 20

/** A JSON file's value, built as it should be. @throws UsageError that tells every fault with its place. */
export function readShaped<T>(file: string, shape: Shape, what: string): T {
  const value = readJson<T>(file)
  refuseFaults(file, structureFaults(shape, value), what)
  return value
}

/** @throws UsageError with all faults of a file in one sentence, each with line, column and what is wrong. */
export function refuseFaults(file: string, faults: StructureFault[], what: string): void {
  if (faults.length === 0) return
  const text = readFileSync(file, 'utf8').replace(/^\uFEFF/, '')
  const told = faults.slice(0, mostTold).map(({ path, message }) => {
    const { line, column } = positionIn(text, path)
    return `line ${line}, column ${column}: ${[placeInWords(path), message].filter(Boolean).join(' ')}`
  })
  const more = faults.length > mostTold ? `; and ${faults.length - mostTold} more` : ''
  throw new UsageError(`${file} is no ${what}: ${told.join('; ')}${more}`)
}
