import { describe, expect, it } from 'vitest'
import { brokenAct, expectationOf, type Kept, othersAt, readAct, rehearse, waysOf, worldFrom } from '.'
import type { Transition } from '../configuration'
import { configurationWith, directory, fire, transition } from './world.fixture'

const transitions = [
  transition('send', 'draft', 'check', { guard: 'mass > 0' }),
  transition('issue', 'check', 'issued', {
    trigger: 'quorum',
    firedBy: undefined,
    revision: 'major',
    seats: [{ id: 'checkers', name: 'Checkers', members: ['role:checker'], needed: 2 }],
  }),
  transition('sort', 'check', 'sorted', { trigger: 'unattended', guard: 'kind == "line"' }),
]
const asked = [
  { person: 'ada', number: 'BR-1', act: 'file', folder: '/', fileName: 'a.dxf' },
  { ...fire('send'), number: 'BR-1' },
  { ...fire('issue', 'bo'), number: 'BR-1' },
  { ...fire('issue', 'bo'), number: 'BR-1' },
  { ...fire('issue', 'cleo'), number: 'BR-1' },
].map(readAct)
const beginning = { documents: [], references: {}, today: '2026-03-01' }

/** What comes of the acts, kept as what is expected of them. */
function kept(list: Transition[] = transitions): Kept {
  const world = worldFrom(configurationWith(list), directory, beginning)
  return { ...beginning, acts: asked.map((act) => ({ act, expect: expectationOf(rehearse(world, act)) })) }
}
const broken = (list: Transition[]) => brokenAct(configurationWith(list), directory, kept())
const changed = (id: string, more: Partial<Transition>) =>
  transitions.map((one) => (one.id === id ? { ...one, ...more } : one))

describe('a kept rehearsal', () => {
  it('comes out as it was kept, refusals included', () => {
    expect(kept().acts.map(({ expect: wanted }) => wanted)).toMatchObject([
      { ok: true, document: { state: 'draft', revision: 'A' } },
      { ok: true, document: { state: 'check' } },
      { ok: true, progress: { signed: 1, needed: 2 } },
      { ok: false, reasons: [{ rule: 'signed-already' }] },
      { ok: true, document: { state: 'issued', revision: 'B' } },
    ])
    expect(broken(transitions)).toBeUndefined()
    expect(broken(changed('send', { name: 'Send it on' }))).toBeUndefined()
  })

  it.each<[string, Transition[], number, string]>([
    ['another state', changed('send', { to: 'issued' }), 2, 'it comes to “issued”, and not to “check”'],
    ['another label', changed('issue', { revision: 'keep' }), 5, 'its label is A, and not B'],
    ['a guard that refuses', changed('send', { guard: 'mass > 5' }), 2, 'guard'],
    [
      'a round that is shorter',
      changed('issue', { seats: [{ id: 'c', name: 'C', members: ['role:checker'], needed: 1 }] }),
      3,
      'issued',
    ],
    ['a transition that is gone', transitions.slice(0, 1), 3, 'has no transition “issue”'],
    ['a move by itself', changed('sort', { guard: 'mass == 1' }), 2, 'sorted'],
  ])('breaks with %s, and says at which act and why', (_, list, act, why) => {
    expect(broken(list)).toEqual({ act, message: expect.stringContaining(why) })
  })

  it('that begins with what is no document cannot be played, and says so', () => {
    const documents = [
      { number: 'BR-9', lifecycle: 'main', state: 'draft', folder: '/' },
    ] as unknown as Kept['documents']
    const acts = [{ act: readAct({ ...fire('send'), number: 'BR-9' }), expect: {} }]
    const message = 'it cannot be played with the documents that it begins with'
    const broken = brokenAct(configurationWith(transitions), directory, { ...beginning, documents, acts })
    expect(broken).toEqual({ act: 1, message })
  })

  it('begins with documents as they stood, and what they refer to', () => {
    const first = worldFrom(configurationWith(transitions), directory, beginning)
    for (const act of asked.slice(0, 2)) rehearse(first, act)
    const documents = [...first.documents.values()]
    const world = worldFrom(configurationWith(transitions), directory, { ...beginning, documents })
    expect(rehearse(world, asked[2]!)).toMatchObject({ ok: true, progress: { signed: 1 } })
  })
})

describe('the ways from where a document stands', () => {
  const world = worldFrom(configurationWith(transitions), directory, beginning)
  for (const act of asked.slice(0, 3)) rehearse(world, act)

  it('are open, or closed for every reason; those from elsewhere are not here', () => {
    const told = (person: string) =>
      waysOf(world, person, 'BR-1').map(({ here, decision }) =>
        here ? (decision!.ok ? 'open' : decision!.reasons[0]!.rule) : '–',
      )
    expect(told('cleo')).toEqual(['–', 'open', 'trigger'])
    expect(told('bo')).toEqual(['–', 'signed-already', 'trigger'])
    expect(told('una')).toEqual(['–', 'not-found', 'trigger'])
  })
  it('are told of those who could go them', () => {
    expect(othersAt(world, 'bo', 'BR-1')).toEqual([
      { person: 'cleo', name: 'Cleo Marsh', transitions: ['issue'] },
      { person: 'dag', name: 'Dag Vinter', transitions: ['issue'] },
    ])
  })
})
