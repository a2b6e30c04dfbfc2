import { describe, expect, it } from 'vitest'
import type { Answer } from '~~/core/rehearsal'
import { configuration } from '~~/demo/configuration'
import { deedInWords, outcomeInWords } from './words'

const station = configuration.lifecycles.find(({ id }) => id === 'station-container')!
const before = { state: 'shared', revision: 'P01', version: 2, record: { stamp: 'Shared', revision: 'P01' } }
const nothing = { unattended: [], notices: [], jobs: [] }
const standing = { number: 'BR-1', owner: '3', checkedOutBy: null, register: [] }
const say = (answer: Answer) => outcomeInWords(configuration, station, before, answer)

describe('an act in words', () => {
  it.each([
    [{ act: 'fire', transition: 'share' }, 'Share'],
    [{ act: 'fire', transition: 'publish' }, 'signs Publish for construction'],
    [{ act: 'withdraw', transition: 'publish' }, 'withdraws from Publish for construction'],
    [{ act: 'check-in' }, 'checks in'],
    [{ act: 'fire', transition: 'gone' }, 'gone'],
  ] as const)('%o is “%s”', (act, words) => expect(deedInWords(station, act)).toBe(words))
})

describe('what comes of an act', () => {
  it('is every reason against it', () => {
    const reason = { rule: 'guard' as const, where: 'x', wayOut: 'y' }
    const reasons = [
      { ...reason, message: 'the mass is empty' },
      { ...reason, message: 'it is checked out' },
    ]
    expect(say({ ok: false, reasons })).toBe('the mass is empty; it is checked out')
  })
  it('is where it comes, its label, what is written, who is told and what is queued', () => {
    const document = { ...standing, state: 'published', revision: 'C01', version: 3 }
    const record = { stamp: 'Published', revision: 'C01', issued_by: 'Ines Halloran' }
    const notices = [{ to: ['a@x.example', 'b@x.example'], subject: 's', body: '' }]
    const jobs = [{ kind: 'render' as const, format: 'pdf' as const }]
    expect(say({ ok: true, document: { ...document, record }, ...nothing, notices, jobs })).toBe(
      'Shared → Published · P01 → C01 · version 3 · Status stamp “Published” · Issued by “Ines Halloran” · tells 2 readers · job: render',
    )
  })
  it('is how far a round is, what follows by itself, or that nothing else changes', () => {
    const document = { ...standing, ...before }
    const progress = { transition: 'publish', signed: 1, needed: 3, seats: [] }
    expect(say({ ok: true, document, ...nothing, progress })).toBe('1 of 3, nothing else yet')
    expect(say({ ok: true, document, ...nothing, unattended: ['archive'] })).toBe('by itself: Archive')
    expect(say({ ok: true, document, ...nothing })).toBe('nothing else changes')
  })
})
