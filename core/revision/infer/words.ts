import { type Family, type Member, total } from './family'

/**
 * Words that come up again and again are a list; a dash alone is the first issue of ASME Y14.35. A word seen
 * once is a slip, unless hardly anything else is there.
 */
export function wordFamilies(words: Member[], all: number): Family[] {
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
