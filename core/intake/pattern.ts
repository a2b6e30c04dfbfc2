/** What a name pattern may read out of a name. `ignore` is read and dropped. */
export const patternParts = [
  'number',
  'revision',
  'title',
  'status',
  'date',
  'author',
  'extension',
  'ignore',
] as const
export type PatternPart = (typeof patternParts)[number]
export type NameReading = Partial<Record<PatternPart, string>>

/** A pattern that cannot be understood; `position` counts characters from 0. */
export class PatternError extends Error {
  constructor(
    message: string,
    readonly position: number,
  ) {
    super(message)
    this.name = 'PatternError'
  }
}

export interface NamePattern {
  text: string
  /** Whether it reads the whole path below the archive, and not the file's name alone. */
  wholePath: boolean
  read(path: string): NameReading | undefined
}

/** More parts than this would make matching slow, and no name has more. */
const mostParts = 10

/**
 * Makes a name pattern ready. `{number}` and its like read a part; `{number:BR-####}` reads one of that
 * shape; `[…]` may be
 * missing; `*` is any text, `?` any character, `#` a digit, `@` a letter; all else stands for itself, in either case.
 * A pattern with a `/` reads the path below the archive, one without it the file's name.
 * @throws PatternError with position.
 */
export function namePattern(text: string): NamePattern {
  const { source, parts } = translate(text)
  const wholePath = text.includes('/')
  const expression = new RegExp(`^${source}$`, 'isu')
  return {
    text,
    wholePath,
    read(path) {
      const match = expression.exec(wholePath ? path : path.slice(path.lastIndexOf('/') + 1))
      if (!match) return undefined
      const reading: NameReading = {}
      parts.forEach((part, index) => {
        const value = match[index + 1]?.trim()
        if (value && part !== 'ignore') reading[part] = value
      })
      return reading
    },
  }
}

/** The first pattern that reads the path, and what it reads. */
export function readName(
  patterns: NamePattern[],
  path: string,
): { pattern: string; reading: NameReading } | undefined {
  for (const pattern of patterns) {
    const reading = pattern.read(path)
    if (reading) return { pattern: pattern.text, reading }
  }
  return undefined
}

function translate(text: string): { source: string; parts: PatternPart[] } {
  if (text.trim() === '') throw new PatternError('the pattern is empty', 0)
  const parts: PatternPart[] = []
  let source = ''
  let open = -1
  for (let at = 0; at < text.length; at++) {
    const char = text[at]!
    if (char === '{') {
      const end = text.indexOf('}', at)
      if (end < 0) throw new PatternError('“{” is never closed with “}”', at)
      source += part(text.slice(at + 1, end), at, parts)
      at = end
    } else if (char === '[') {
      if (open >= 0) throw new PatternError('“[” stands inside another “[”', at)
      open = at
      source += '(?:'
    } else if (char === ']') {
      if (open < 0) throw new PatternError('“]” without “[” before it', at)
      open = -1
      source += ')?'
    } else if (char === '}') throw new PatternError('“}” without “{” before it', at)
    else source += symbol(char)
  }
  if (open >= 0) throw new PatternError('“[” is never closed with “]”', open)
  if (!parts.includes('number'))
    throw new PatternError('the pattern has no {number}: without it no file finds its document', 0)
  return { source, parts }
}

function part(body: string, at: number, parts: PatternPart[]): string {
  const colon = body.indexOf(':')
  const name = (colon < 0 ? body : body.slice(0, colon)) as PatternPart
  if (!patternParts.includes(name))
    throw new PatternError(`there is no part {${name}}; the parts are ${patternParts.join(', ')}`, at)
  if (name !== 'ignore' && parts.includes(name)) throw new PatternError(`{${name}} stands twice`, at)
  if (parts.length >= mostParts) throw new PatternError(`a pattern has at most ${mostParts} parts`, at)
  parts.push(name)
  if (colon >= 0) return `(${[...body.slice(colon + 1)].map(symbol).join('')})`
  return name === 'extension' ? '([^./]+)' : '([^/]+?)'
}

function symbol(char: string): string {
  const symbols: Record<string, string> = { '*': '[^/]*?', '?': '[^/]', '#': '\\d', '@': '\\p{L}' }
  return (
    symbols[char] ??
    char.replace(/[\\^$.|+()/-]/g, (special) =>
      special === '/' ? '/' : special === '-' ? '-' : `\\${special}`,
    )
  )
}

/** The patterns that an intake starts with: number, perhaps a title, and the label; or the number alone. */
export const usualPatterns = ['{number}[_{title}]_{revision}.{extension}', '{number}.{extension}']
