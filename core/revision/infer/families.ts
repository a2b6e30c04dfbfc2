import type { Counter, Series } from '../types'
import { digitsCounter } from './digits'
import { type Seen, type Shape, shapeOf } from './shapes'
import { skippedLetters } from './skips'

/** A series that would explain some of the labels, and how many occurrences it was made from. */
export interface Family {
  series: Series
  weight: number
  distinct: number
  firstSeen: number
}

interface Member extends Shape {
  count: number
  at: number
}

/** A legacy archive leaves out some labels, but hardly this many in a row. */
const widestGap = 40

const letterOrdinal = (text: string) =>
  [...text].reduce((sum, letter) => sum * 26 + letter.charCodeAt(0) - 64, 0)
const total = (members: Member[]) => members.reduce((sum, member) => sum + member.count, 0)

/** The series that the labels' shapes suggest, each by itself; those made from more labels first. */
export function familiesOf(seen: Seen[]): Family[] {
  const members = seen.map(({ text, count }, at): Member => ({ ...shapeOf(text), count, at }))
  const lower = seen
    .filter(({ text }) => /^[a-z]/.test(text) && text.length < 4)
    .reduce((sum, { count }) => sum + count, 0)
  const { letters, prefixed, words } = assign(members)
  const digits = members.filter(({ kind, prefix }) => kind === 'digits' && prefix === '')
  const families = [
    ...(letters.length ? [lettersFamily(letters, words, lower > total(members) / 2)] : []),
    ...(digits.length ? [digitsFamily('', digits)] : []),
    ...[...prefixed].map(([prefix, list]) => digitsFamily(prefix, list)),
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
  const notCounted = startsNearA(counting)
    ? implausiblyLong(counting)
    : new Set(counting.map(({ major }) => major))
  return {
    letters: counting.filter(({ major }) => !notCounted.has(major)),
    prefixed,
    words: [
      ...members.filter(({ kind }) => kind === 'word'),
      ...counting.filter(({ major }) => notCounted.has(major)),
    ],
  }
}

/**
 * Letters before digits count (A01, A02, B01) where they run from A or stand alone elsewhere; else they are a
 * prefix (P01, C01).
 */
function prefixTest(lettered: Member[], surePrefixes: Set<string>): (member: Member) => boolean {
  const alone = new Set(lettered.filter(({ minor }) => minor === null).map(({ major }) => major))
  const before = new Set(lettered.filter(({ minor }) => minor !== null).map(({ major }) => major))
  const highest = Math.max(0, ...[...alone].filter((text) => text.length === 1).map(letterOrdinal))
  const highestBefore = Math.max(0, ...[...before].map(letterOrdinal))
  const runs = before.has('A') && before.size > 1 && highestBefore <= 2 * before.size
  return ({ major, separator, minor }) => {
    if (minor === null || !/^\d+$/.test(minor)) return false
    if (surePrefixes.has(major + separator)) return true
    if (alone.size > 0) return !(alone.has(major) || letterOrdinal(major) <= highest + 1)
    return !runs
  }
}

/** A counter starts at A; a lone X or O is a slip or a word. */
function startsNearA(members: Member[]): boolean {
  return (
    members.some(({ major }) => letterOrdinal(major) <= 4) ||
    new Set(members.map(({ major }) => major)).size >= 8
  )
}

/** Letters that no counter has come near: words like NC or IFC, not the 367th revision. */
function implausiblyLong(members: Member[]): Set<string> {
  const single = members.filter(({ major }) => major.length === 1)
  const long = [...new Set(members.filter(({ major }) => major.length > 1).map(({ major }) => major))].sort(
    (a, b) => letterOrdinal(a) - letterOrdinal(b),
  )
  let reach = single.length ? Math.max(...single.map(({ major }) => letterOrdinal(major))) : 26
  const words = new Set<string>()
  for (const text of long) {
    if (reach > 17 && letterOrdinal(text) - Math.max(reach, 26) <= widestGap) reach = letterOrdinal(text)
    else words.add(text)
  }
  return words
}

/** The counter ends only where words made of letters would otherwise be read as its far end. */
function lettersFamily(members: Member[], words: Member[], lower: boolean): Family {
  const counts = new Map<string, number>()
  for (const { major, count } of members)
    for (const letter of major) counts.set(letter, (counts.get(letter) ?? 0) + count)
  const skip = skippedLetters(counts)
  const cased = (text: string) => (lower ? text.toLowerCase() : text)
  const ends = words.some(({ major }) => /^[A-Za-z]{2,}$/.test(major))
  const longest = Math.max(...members.map(({ major }) => major.length))
  const last = [...'ZYXWVUTSRQPONMLKJIHGFEDCBA'].find((letter) => !skip.includes(letter))!
  const major: Counter = {
    kind: 'letters',
    ...(lower ? { from: 'a' } : {}),
    ...(ends ? { to: cased(last.repeat(longest)) } : {}),
    ...(skip ? { skip: cased(skip) } : {}),
  }
  return family('letters', '', major, members, 'after', lower)
}

function digitsFamily(prefix: string, members: Member[]): Family {
  const iso = prefix !== '' && members.some(({ separator, minor }) => minor !== null && separator === '.')
  const id = prefix.replace(/[^A-Z]/g, '').toLowerCase() || 'numerals'
  return family(
    id,
    prefix,
    digitsCounter(members.map(({ major, count }) => ({ text: major, count }))),
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
  const withMinor = members.filter(({ minor }) => minor !== null)
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

/**
 * Words that come up again and again are a list; a dash alone is the first issue of ASME Y14.35. A word seen
 * once is a slip, unless hardly anything else is there.
 */
function wordFamilies(words: Member[], all: number): Family[] {
  const dash = words.filter(({ major }) => major === '-')
  const others = words.filter(({ major }) => /\p{L}/u.test(major))
  const wordy = total(others) * 2 >= all
  const kept = others.filter(
    ({ count, major }) => major.length <= 40 && (wordy || (count > 1 && count >= all / 50)),
  )
  const list = (id: string, members: Member[]): Family[] => {
    const values = distinctWords(members)
    return members.length && values.length <= 30
      ? [
          {
            series: { id, major: { kind: 'list', values } },
            weight: total(members),
            distinct: members.length,
            firstSeen: Math.min(...members.map(({ at }) => at)),
          },
        ]
      : []
  }
  return [...list('first', dash), ...list('words', kept)]
}

/** One spelling of each word: the one seen most. */
function distinctWords(members: Member[]): string[] {
  const best = new Map<string, Member>()
  for (const member of members) {
    const key = member.major.toUpperCase()
    if ((best.get(key)?.count ?? 0) < member.count)
      best.set(key, { ...member, at: best.get(key)?.at ?? member.at })
  }
  return [...best.values()].sort((a, b) => a.at - b.at).map(({ major }) => major)
}
