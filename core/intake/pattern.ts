import { type MatcherStep, runMatcher } from './matcher'

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

/**
 * Makes a name pattern ready. `{number}` and its like read a part; `{number:BR-####}` reads one of that
 * shape; `[…]` may be
 * missing; `*` is any text, `?` any character, `#` a digit, `@` a letter; all else stands for itself, in either case.
 * A pattern with a `/` reads the path below the archive, one without it the file's name.
 * @throws PatternError with position.
 */
export function namePattern(text: string): NamePattern {
  const { program, parts } = translate(text)
  const wholePath = text.includes('/')
  return {
    text,
    wholePath,
    read(path) {
      const values = runMatcher(program, wholePath ? path : path.slice(path.lastIndexOf('/') + 1))
      if (!values) return undefined
      const reading: NameReading = {}
      parts.forEach((part, index) => {
        const value = values[index]?.trim()
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

function translate(text: string): { program: MatcherStep[]; parts: PatternPart[] } {
  if (text.trim() === '') throw new PatternError('the pattern is empty', 0)
  const parts: PatternPart[] = []
  const program: MatcherStep[] = []
  let open: { at: number; step: { other: number } } | undefined
  for (let at = 0; at < text.length; at += characterAt(text, at).length) {
    const character = characterAt(text, at)
    if (character === '{') {
      const end = text.indexOf('}', at)
      if (end < 0) throw new PatternError('“{” is never closed with “}”', at)
      program.push(...part(text.slice(at + 1, end), at, parts, program.length))
      at = end
    } else if (character === '[') {
      if (open) throw new PatternError('“[” stands inside another “[”', at)
      const step = { kind: 'either' as const, first: program.length + 1, other: 0 }
      program.push(step)
      open = { at, step }
    } else if (character === ']') {
      if (!open) throw new PatternError('“]” without “[” before it', at)
      open.step.other = program.length
      open = undefined
    } else if (character === '}') throw new PatternError('“}” without “{” before it', at)
    else program.push(...symbol(character, program.length))
  }
  if (open) throw new PatternError('“[” is never closed with “]”', open.at)
  if (!parts.includes('number'))
    throw new PatternError('the pattern has no {number}: without it no file finds its document', 0)
  return { program, parts }
}

const characterAt = (text: string, at: number): string => String.fromCodePoint(text.codePointAt(at)!)

/** The steps that read a part, which begin at a place of the program. */
function part(body: string, at: number, parts: PatternPart[], start: number): MatcherStep[] {
  const colon = body.indexOf(':')
  const name = (colon < 0 ? body : body.slice(0, colon)) as PatternPart
  if (!patternParts.includes(name))
    throw new PatternError(`there is no part {${name}}; the parts are ${patternParts.join(', ')}`, at)
  if (name !== 'ignore' && parts.includes(name)) throw new PatternError(`{${name}} stands twice`, at)
  const value = parts.push(name) - 1
  const inner: MatcherStep[] = []
  const first = start + 1
  if (colon >= 0)
    for (const character of body.slice(colon + 1)) inner.push(...symbol(character, first + inner.length))
  else if (name === 'extension')
    inner.push({ kind: 'character', is: isInExtension }, { kind: 'either', first, other: first + 2 })
  else inner.push({ kind: 'character', is: isNoSlash }, { kind: 'either', first: first + 2, other: first })
  return [{ kind: 'begin', value }, ...inner, { kind: 'end', value }]
}

const isNoSlash = (character: string) => character !== '/'
const isInExtension = (character: string) => character !== '/' && character !== '.'
/** The same for a character in either case. */
const folded = (character: string) => character.toLowerCase().toUpperCase()

/** What a character of a pattern takes; `*` takes as little as it can. */
function symbol(character: string, start: number): MatcherStep[] {
  if (character === '*')
    return [
      { kind: 'either', first: start + 3, other: start + 1 },
      { kind: 'character', is: isNoSlash },
      { kind: 'go', to: start },
    ]
  if (character === '?') return [{ kind: 'character', is: isNoSlash }]
  if (character === '#') return [{ kind: 'character', is: (found) => found >= '0' && found <= '9' }]
  if (character === '@') return [{ kind: 'character', is: (found) => /\p{L}/u.test(found) }]
  const wanted = folded(character)
  return [{ kind: 'character', is: (found) => found === character || folded(found) === wanted }]
}

/** The patterns that an intake starts with: number, perhaps a title, and the label; or the number alone. */
export const usualPatterns = ['{number}[_{title}]_{revision}.{extension}', '{number}.{extension}']
