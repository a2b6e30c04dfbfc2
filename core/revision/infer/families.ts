import type { Counter, Series } from '../types'
import { digitsCounter } from './digits'
import { type Family, type Member, total } from './family'
import { beyondCounting, endOf, isRun, letterOrdinal, prefixTest } from './letters'
import { type Seen, shapeOf } from './shapes'
import { skippedLetters } from './skips'
import { wordFamilies } from './words'

/**
 * The series that the labels' shapes suggest, each by itself; those made from more labels first.
 * @param all every label there is, those that are too rare to make a series from included
 */
export function familiesOf(seen: Seen[], all: Seen[]): Family[] {
  const members = seen.map(({ text, count }, at): Member => ({ ...shapeOf(text), count, at }))
  const lower = seen
    .filter(({ text }) => /^[a-z]/.test(text) && text.length < 4)
    .reduce((sum, { count }) => sum + count, 0)
  const { letters, prefixed, words } = assign(members)
  const numerals = all.flatMap(({ text, count }) => {
    const { kind, prefix, major } = shapeOf(text)
    return kind === 'digits' && prefix === '' ? [{ text: major, count }] : []
  })
  const foreign = all.flatMap(({ text }) => (/^[A-Za-z]{2,3}$/.test(text) ? [text.toUpperCase()] : []))
  const digits = members.filter(({ kind, prefix }) => kind === 'digits' && prefix === '')
  const families = [
    ...(letters.length ? [lettersFamily(letters, foreign, lower > total(members) / 2)] : []),
    ...(digits.length ? [digitsFamily('', digits, numerals)] : []),
    ...[...prefixed].map(([prefix, list]) => digitsFamily(prefix, list, [])),
    ...wordFamilies(words, total(members)),
  ]
  return families.sort((a, b) => b.weight - a.weight)
}

/** Decides which letters in front of digits are a counter and which a fixed prefix, and which texts are words. */
function assign(members: Member[]): { letters: Member[]; prefixed: Map<string, Member[]>; words: Member[] } {
  const lettered = members.filter(({ kind }) => kind === 'letters')
  const surePrefixes = new Set(members.filter(({ prefix }) => prefix !== '').map(({ prefix }) => prefix))
  const isPrefix = prefixTest(lettered, surePrefixes)
  const prefixed = new Map<string, Member[]>()
  const add = (prefix: string, member: Member) =>
    prefixed.set(prefix, [...(prefixed.get(prefix) ?? []), member])
  for (const member of members) {
    if (member.prefix !== '') add(member.prefix, member)
    else if (isPrefix(member))
      add(member.major + member.separator, {
        ...member,
        kind: 'digits',
        major: member.minor!,
        separator: '',
        minor: null,
      })
  }
  const counting = lettered.filter((member) => !isPrefix(member))
  const notCounted = beyondCounting(counting)
  return {
    letters: counting.filter((member) => !notCounted(member)),
    prefixed,
    words: [
      ...members.filter(({ kind }) => kind === 'word'),
      ...counting.filter((member) => notCounted(member)),
    ],
  }
}

/**
 * The counter ends only where words made of letters would otherwise be read as its far end: with the letters that begin
 * like the last one seen.
 * @param foreign every text of two and three letters there is
 */
function lettersFamily(members: Member[], foreign: string[], lower: boolean): Family {
  const counts = new Map<string, number>()
  for (const { major, count } of members)
    for (const letter of major) counts.set(letter, (counts.get(letter) ?? 0) + count)
  const skip = skippedLetters(counts)
  const cased = (text: string) => (lower ? text.toLowerCase() : text)
  const majors = [...new Set(members.map(({ major }) => major))]
  const start = isRun(members)
    ? majors.reduce((a, b) => (letterOrdinal(b) < letterOrdinal(a) ? b : a))
    : undefined
  const last = [...'ZYXWVUTSRQPONMLKJIHGFEDCBA'].find((letter) => !skip.includes(letter))!
  const end = endOf(majors, foreign, skip, last)
  const ends = foreign.some((text) => letterOrdinal(text) > letterOrdinal(end))
  const major: Counter = {
    kind: 'letters',
    ...(start ? { from: cased(start) } : lower ? { from: 'a' } : {}),
    ...(ends ? { to: cased(end) } : {}),
    ...(skip ? { skip: cased(skip) } : {}),
  }
  return family('letters', '', major, members, 'after', lower)
}

/** @param numerals all numbers without a prefix, among them those too rare to make a series from */
function digitsFamily(
  prefix: string,
  members: Member[],
  numerals: { text: string; count: number }[],
): Family {
  const iso = prefix !== '' && members.some(({ separator, minor }) => minor !== null && separator === '.')
  const id = prefix.replace(/[^A-Z]/g, '').toLowerCase() || 'numerals'
  return family(
    id,
    prefix,
    digitsCounter(
      members.map(({ major, count }) => ({ text: major, count })),
      numerals,
    ),
    members,
    iso ? 'before' : 'after',
    false,
  )
}

function family(
  id: string,
  prefix: string,
  major: Counter,
  members: Member[],
  placeWithLone: 'after' | 'before',
  lower: boolean,
): Family {
  const withMinor = supported(members)
  const series: Series = {
    id,
    ...(prefix ? { prefix } : {}),
    major,
    ...(withMinor.length ? minorPart(members, withMinor, placeWithLone, lower) : {}),
  }
  return {
    series,
    weight: total(members),
    distinct: members.length,
    firstSeen: Math.min(...members.map(({ at }) => at)),
  }
}

/** The labels with minors, where there are enough of them to make a rule: more than a slip, and not one label alone. */
function supported(members: Member[]): Member[] {
  const withMinor = members.filter(({ minor }) => minor !== null)
  const share = total(withMinor) / total(members)
  return share >= 0.05 || (share >= 0.01 && withMinor.length > 1) ? withMinor : []
}

/** ISO 19650 numbers the working revisions that lead up to a shared one; elsewhere the minors follow their major. */
function minorPart(
  members: Member[],
  withMinor: Member[],
  placeWithLone: 'after' | 'before',
  lower: boolean,
): Pick<Series, 'separator' | 'minor' | 'minorPlace'> {
  const separators = new Map<string, number>()
  for (const { separator, count } of withMinor)
    separators.set(separator, (separators.get(separator) ?? 0) + count)
  const separator = [...separators].sort((a, b) => b[1] - a[1])[0]![0]
  const texts = withMinor.map(({ minor, count }) => ({ text: minor!, count }))
  const inDigits = texts.filter(({ text }) => /^\d+$/.test(text))
  const minor: Counter =
    inDigits.length * 2 >= texts.length
      ? digitsCounter(inDigits)
      : { kind: 'letters', ...(lower ? { from: 'a' } : {}) }
  const lone = members.some((member) => member.minor === null)
  return { separator, minor, minorPlace: lone || placeWithLone === 'before' ? placeWithLone : 'always' }
}
