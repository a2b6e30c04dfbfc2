import { describe, expect, it } from 'vitest'
import { sameEdits } from './same-edits'

const made = (name: string, at = '2026-03-02T10:00:00.000Z', personName = 'Mara Feldhaus') => ({
  edit: { kind: 'rename-lifecycle' as const, lifecycle: 'note', name },
  words: `Note is called ${name}`,
  at,
  personName,
})
/** As an answer brings it: all of it anew. */
const answered = <T>(edits: T): T => JSON.parse(JSON.stringify(edits)) as T

describe('the edits of a draft, answered anew', () => {
  const before = [made('Memo'), made('Minutes')]
  it('are the objects that they were, and what came after them', () => {
    const after = sameEdits(before, answered([...before, made('Letter')]))
    expect(after.map((edit, index) => edit === before[index])).toEqual([true, true, false])
    expect(after).toEqual([...before, made('Letter')])
  })
  it.each([
    ['says something else', made('Letter')],
    ['was made at another time', made('Minutes', '2026-03-02T10:00:00.001Z')],
    ['is somebody else’s', made('Minutes', before[1]!.at, 'Ilya Brandt')],
  ])('are as answered where one %s in the same place', (_, other) => {
    const after = sameEdits(before, answered([before[0]!, other]))
    expect(after[0]).toBe(before[0])
    expect(after[1]).toEqual(other)
    expect(after[1]).not.toBe(before[1])
  })
  it('are as many as there are now', () => {
    expect(sameEdits(before, answered(before.slice(0, 1)))).toEqual([before[0]])
    expect(sameEdits([], answered(before))).toEqual(before)
  })
})
