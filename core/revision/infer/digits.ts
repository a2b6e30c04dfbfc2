import type { Counter } from '../types'

/**
 * Width from the zeros in front, start from whether 0 is used, and an end only to keep a far-off number out.
 * @param all the same with those that are too rare to count, which the end may keep out
 */
export function digitsCounter(texts: { text: string; count: number }[], all = texts): Counter {
  const padded = new Map<number, number>()
  for (const { text, count } of texts)
    if (text.length > 1 && text.startsWith('0'))
      padded.set(text.length, (padded.get(text.length) ?? 0) + count)
  const width = [...padded].sort((a, b) => b[1] - a[1])[0]?.[0]
  const weight = texts.reduce((sum, { count }) => sum + count, 0)
  const zeros = texts.filter(({ text }) => Number(text) === 0).reduce((sum, { count }) => sum + count, 0)
  const most = all.length > texts.length ? all : texts
  const to = endBeforeFarOff(
    most,
    most.reduce((sum, { count }) => sum + count, 0),
  )
  return {
    kind: 'digits',
    ...(zeros > weight / 100 ? { from: 0 } : {}),
    ...(to ? { to } : {}),
    ...(width ? { width } : {}),
  }
}

function endBeforeFarOff(texts: { text: string; count: number }[], weight: number): number | undefined {
  const sorted = texts
    .map(({ text, count }) => ({ number: Number(text), count }))
    .sort((a, b) => a.number - b.number)
  let beyond = weight
  for (const [index, { number, count }] of sorted.entries()) {
    beyond -= count
    const next = sorted[index + 1]
    if (next && next.number > 3 * number + 20 && beyond <= weight / 50) return 10 ** String(number).length - 1
  }
  return undefined
}
