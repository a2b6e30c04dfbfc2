import { readFileSync } from 'node:fs'
import { createInterface } from 'node:readline'

/** Wrong use of the command line, in one plain sentence. */
export class UsageError extends Error {
  constructor(message: string) {
    super(message)
    this.name = 'UsageError'
  }
}

/** A JSON file's value. @throws UsageError with file, line and column. */
export function readJson<T>(file: string): T {
  let text: string
  try {
    text = readFileSync(file, 'utf8')
  } catch (error) {
    const code = (error as NodeJS.ErrnoException).code
    throw new UsageError(`${file} ${code === 'ENOENT' ? 'does not exist' : `cannot be read (${code})`}`)
  }
  return parseJson(text, file)
}

/** The value of a JSON text. @throws UsageError that names where it breaks. */
export function parseJson<T>(text: string, file: string, firstLine = 1): T {
  try {
    return JSON.parse(text.replace(/^\uFEFF/, '')) as T
  } catch (error) {
    const { message } = error as Error
    const position = Number(/position (\d+)/.exec(message)?.[1] ?? text.length)
    const before = text.slice(0, position).split('\n')
    const why = message.replace(/ in JSON.*$| at position.*$|, ".*$/s, '')
    throw new UsageError(`${file}, line ${firstLine + before.length - 1}, column ${before.at(-1)!.length + 1}: the JSON is broken (${why})`)
  }
}

/** Standard input, a line at a time, whatever its length. */
export async function* inputLines(): AsyncGenerator<{ text: string; line: number }> {
  let line = 0
  for await (const text of createInterface({ input: process.stdin, crlfDelay: Infinity })) yield { text, line: ++line }
}

/** Writes a value as one line of JSON, waiting where the reader is slow. */
export async function answer(value: unknown): Promise<void> {
  if (process.stdout.write(`${JSON.stringify(value)}\n`)) return
  await new Promise((resolve) => process.stdout.once('drain', resolve))
}
