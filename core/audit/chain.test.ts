import { createHash } from 'node:crypto'
import { describe, expect, it } from 'vitest'
import { type ChainedEntry, chainHash, genesis, verifyChain } from './chain'

const sha256 = (text: string) => createHash('sha256').update(text).digest('hex')

function chain(length: number): ChainedEntry[] {
  const entries: ChainedEntry[] = []
  for (let id = 1; id <= length; id++) {
    const previousHash = entries.at(-1)?.hash ?? genesis
    const entry = {
      id,
      at: `2026-01-0${id}`,
      personId: '1',
      personName: 'Mara',
      code: null,
      action: 'check in',
      subjectKind: 'document',
      subjectId: 'd',
      subjectName: 'BR-1',
      before: null,
      after: '{"version":1}',
      why: null,
    }
    entries.push({ ...entry, previousHash, hash: chainHash(sha256, previousHash, entry) })
  }
  return entries
}

describe('the chain of the audit trail', () => {
  it('is whole as it was written', () =>
    expect(verifyChain(sha256, chain(5))).toMatchObject({ whole: true, entries: 5 }))
  it('is whole when empty', () =>
    expect(verifyChain(sha256, [])).toEqual({ whole: true, entries: 0, head: genesis }))
  it.each<[string, (entries: ChainedEntry[]) => ChainedEntry[], number]>([
    [
      'an entry changed',
      (entries) => entries.map((entry) => (entry.id === 3 ? { ...entry, why: 'because' } : entry)),
      3,
    ],
    ['an entry taken out', (entries) => entries.filter((entry) => entry.id !== 3), 4],
    ['the first entry taken out', (entries) => entries.slice(1), 2],
    [
      'an entry changed and hashed anew',
      (entries) =>
        entries.map((entry) =>
          entry.id === 3
            ? { ...entry, why: 'x', hash: chainHash(sha256, entry.previousHash, { ...entry, why: 'x' }) }
            : entry,
        ),
      4,
    ],
    ['two entries exchanged', (entries) => [entries[1]!, entries[0]!, ...entries.slice(2)], 2],
  ])('shows %s', (_, spoil, brokenAt) =>
    expect(verifyChain(sha256, spoil(chain(5)))).toMatchObject({ whole: false, brokenAt }),
  )
})
