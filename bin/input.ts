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
  const json = text.replace(/^\uFEFF/, '')
  try {
    return JSON.parse(json) as T
  } catch (error) {
    const before = json.slice(0, breakOf(json)).split('\n')
    const why = (error as Error).message.replace(/ in JSON.*$| at position.*$|, (\.\.\.)?".*$/s, '')
    throw new UsageError(
      `${file}, line ${firstLine + before.length - 1}, column ${before.at(-1)!.length + 1}: the JSON is broken (${why})`,
    )
  }
}

/**
 * Where broken JSON breaks, in characters: the parser does not always say, so the longest start that could
 * still go on is searched for.
 */
function breakOf(json: string): number {
  let sound = 0
  let broken = json.length + 1
  while (broken - sound > 1) {
    const middle = (sound + broken) >> 1
    if (couldGoOn(json.slice(0, middle))) sound = middle
    else broken = middle
  }
  return sound
}

function couldGoOn(start: string): boolean {
  try {
    JSON.parse(start)
    return true
  } catch (error) {
    const { message } = error as Error
    const position = /position (\d+)/.exec(message)
    return (
      /end of JSON input|Unterminated/.test(message) ||
      (position !== null && Number(position[1]) >= start.length)
    )
  }
}

/** Standard input, a line at a time, whatever its length. */
export async function* inputLines(): AsyncGenerator<{ text: string; line: number }> {
  let line = 0
  for await (const text of createInterface({ input: process.stdin, crlfDelay: Infinity }))
    yield { text, line: ++line }
}

/** Writes a value as one line of JSON, waiting where the reader is slow. */
export async function answer(value: unknown): Promise<void> {
  if (process.stdout.write(`${JSON.stringify(value)}\n`)) return
  await new Promise((resolve) => process.stdout.once('drain', resolve))
}
