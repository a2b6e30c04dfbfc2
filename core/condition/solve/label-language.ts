import type { RevisionScheme } from '../../revision'
import { automaton, chars, type Language } from './automaton'
import { counterLanguage } from './counters'
import { spend } from './effort'

/** Where a text may stand in a label: in which series and which part of it, and how far into that. */
type Place = [series: number, part: Part, at: number]
type Part = 'prefix' | 'major' | 'separator' | 'minor'

const spelt = ({ series }: RevisionScheme) =>
  series.map(({ prefix, major, separator, minor, minorPlace }) => ({
    prefix: chars(prefix ?? ''),
    major: counterLanguage(major),
    separator: chars(separator ?? ''),
    minor: minor && counterLanguage(minor),
    isWhole: !minor || minorPlace !== 'always',
  }))
type Spelt = ReturnType<typeof spelt>[number]

const charactersOf = ({ prefix, major, separator, minor }: Spelt): string =>
  [...prefix, ...separator, major.characters, minor?.characters ?? ''].join('')

/** Every place where a text may also stand that stands here: one part may be over where the next one begins. */
function places(of: Spelt, [series, part, at]: Place): Place[] {
  const onward = (next: Part) => places(of, [series, next, 0])
  if (part === 'prefix' && at === of.prefix.length) return onward('major')
  if (part === 'separator' && at === of.separator.length) return onward('minor')
  const here: Place[] = [[series, part, at]]
  return part === 'major' && of.minor && of.major.accepts(at) ? [...here, ...onward('separator')] : here
}

function stepped(of: Spelt, [series, part, at]: Place, character: string): Place[] {
  if (part === 'prefix' || part === 'separator')
    return of[part][at] === character ? places(of, [series, part, at + 1]) : []
  const language = of[part]!
  const to = language.step(at, character)
  return language.sink(to) && !language.accepts(to) ? [] : places(of, [series, part, to])
}

const ends = (of: Spelt, [, part, at]: Place): boolean =>
  part === 'minor' ? of.minor!.accepts(at) : part === 'major' && of.isWhole && of.major.accepts(at)

/** Every label of a scheme, as a language. */
export function labelLanguage(scheme: RevisionScheme): Language {
  const series = spelt(scheme)
  return automaton<Place[]>(
    [...new Set(chars(series.map(charactersOf).join('')))].join(''),
    series.flatMap((of, index) => places(of, [index, 'prefix', 0])),
    (at) => at.join(';'),
    (at, character) => {
      spend(at.length)
      return at.flatMap((place) => stepped(series[place[0]]!, place, character))
    },
    (at) => at.some((place) => ends(series[place[0]]!, place)),
    (at) => at.length === 0,
  )
}
