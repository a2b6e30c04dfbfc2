import { describe, expect, it } from 'vitest'
import type { Transition } from '../../configuration'
import { emptyWorld } from '../world'
import { configurationWith, directory, transition } from '../world.fixture'
import { documentIn, type Place, plan } from '.'

/** The plan for a document in draft, or elsewhere, to a state. */
function planned(
  transitions: Transition[],
  to: string,
  { states = {}, ...place }: Partial<Place> & { states?: Record<string, object> } = {},
) {
  const world = emptyWorld(configurationWith(transitions, states), directory, '2026-03-01')
  const document = documentIn(world, {
    folder: '/',
    lifecycle: 'main',
    state: 'draft',
    owner: 'ada',
    ...place,
  })
  return plan(world, document, to)
}
const rules = (answer: ReturnType<typeof planned>) =>
  'because' in answer ? answer.because.map(({ rule }) => rule) : []
const heavy = { guard: 'mass > 5' }
const filledIn = { person: 'ada', act: 'edit', record: { mass: 5.1 } }
const fired = (id: string) => ({ person: 'ada', act: 'fire', transition: id })
const issue = (more: Partial<Transition> = {}) => transition('issue', 'draft', 'issued', more)

describe('a plan', () => {
  it('is empty where the document stands there already', () =>
    expect(planned([], 'draft')).toEqual({ acts: [] }))
  it('is the shortest way, by somebody who may', () => {
    const long = [transition('send', 'draft', 'check'), transition('pass', 'check', 'issued')]
    expect(planned(long, 'issued')).toEqual({
      acts: [
        { person: 'ada', act: 'fire', transition: 'send' },
        { person: 'ada', act: 'fire', transition: 'pass' },
      ],
    })
    expect(planned([...long, issue({ firedBy: ['role:lead'], comment: 'required' })], 'issued')).toEqual({
      acts: [{ person: 'dag', act: 'fire', transition: 'issue', comment: 'as planned' }],
    })
  })
  it('fills the record in so that guards hold, also those that come when content is closed', () => {
    const guarded = [
      transition('send', 'draft', 'check', { guard: 'kind == "grip"' }),
      transition('pass', 'check', 'issued', { guard: 'mass > 5' }),
    ]
    expect(planned(guarded, 'issued', { states: { check: { content: 'closed' } } })).toEqual({
      acts: [
        { person: 'ada', act: 'edit', record: { kind: 'grip', mass: 5.1 } },
        { person: 'ada', act: 'fire', transition: 'send' },
        { person: 'ada', act: 'fire', transition: 'pass' },
      ],
    })
    expect(planned(guarded, 'issued', { record: { kind: 'grip', mass: 9 } })).toMatchObject({
      acts: [{ act: 'fire' }, { act: 'fire' }],
    })
  })
  it('fills in early what nobody could fill in later: where nobody may edit, though content is open', () => {
    const ways = [transition('send', 'draft', 'check'), transition('pass', 'check', 'issued', heavy)]
    const states = { check: { grants: { anyone: ['see', 'move'] } } }
    expect(planned(ways, 'issued', { states })).toEqual({ acts: [filledIn, fired('send'), fired('pass')] })
  })
  it('fills in early what is asked behind a state that the document leaves by itself', () => {
    const ways = [
      transition('send', 'draft', 'check'),
      transition('on', 'check', 'sorted', { trigger: 'unattended', firedBy: undefined }),
      transition('pass', 'sorted', 'issued', heavy),
    ]
    const states = { sorted: { content: 'closed' } }
    expect(planned(ways, 'issued', { states })).toEqual({ acts: [filledIn, fired('send'), fired('pass')] })
  })
  it('fills in at once what several states ask for', () => {
    const ways = [
      transition('send', 'draft', 'check', { guard: 'kind == "grip"' }),
      transition('pass', 'check', 'issued', heavy),
    ]
    const record = { kind: 'grip', mass: 5.1 }
    expect(planned(ways, 'issued')).toEqual({
      acts: [{ ...filledIn, record }, fired('send'), fired('pass')],
    })
  })
  it('fills in early what is asked beside something that is written on the way', () => {
    const effects = [{ kind: 'write' as const, attribute: 'title', value: 'Checked' }]
    const ways = (title: string) => [
      transition('send', 'draft', 'check', { effects }),
      transition('pass', 'check', 'issued', { guard: `mass > 5 && title == "${title}"` }),
    ]
    const states = { check: { content: 'closed' } }
    expect(planned(ways('Checked'), 'issued', { states })).toEqual({
      acts: [filledIn, fired('send'), fired('pass')],
    })
    expect(rules(planned(ways('Drawn'), 'issued', { states }))).toEqual(['guard'])
  })
  it('fills in early what would move a document on by itself before somebody can', () => {
    const ways = [
      transition('send', 'draft', 'check'),
      transition('sort', 'check', 'sorted', { trigger: 'unattended', firedBy: undefined, ...heavy }),
      transition('pass', 'check', 'issued'),
    ]
    const answer = planned(ways, 'issued', { record: { mass: 9 } })
    expect(answer).toMatchObject({ acts: [{ act: 'edit' }, fired('send'), fired('pass')] })
  })
  it('keeps a document where it can be edited, though what it needs then would have moved it on', () => {
    const ways = [
      transition('send', 'draft', 'check'),
      transition('sort', 'check', 'sorted', { trigger: 'unattended', firedBy: undefined, ...heavy }),
      transition('pass', 'check', 'issued', heavy),
    ]
    const answer = planned(ways, 'issued', { record: { mass: 9 } })
    expect(answer).toMatchObject({ acts: [{ act: 'edit' }, fired('send'), { act: 'edit' }, fired('pass')] })
  })
  it('fills in early what whoever could edit later would then be kept from passing on', () => {
    const ways = [
      transition('send', 'draft', 'check'),
      transition('pass', 'check', 'issued', {
        ...heavy,
        firedBy: ['person:bo'],
        notBy: ['lastEditor'],
      }),
    ]
    const states = { check: { grants: { anyone: ['see', 'move'], 'person:bo': ['edit'] } } }
    expect(planned(ways, 'issued', { states })).toEqual({
      acts: [filledIn, fired('send'), { ...fired('pass'), person: 'bo' }],
    })
  })
  it('collects every signature that a round needs', () => {
    const seats = [
      { id: 'checkers', name: 'Checkers', members: ['role:checker'], needed: 2 },
      { id: 'lead', name: 'Lead', members: ['role:lead'], needed: 1 },
    ]
    expect(planned([issue({ trigger: 'quorum', firedBy: undefined, seats })], 'issued')).toEqual({
      acts: ['bo', 'cleo', 'dag'].map((person) => ({ person, act: 'fire', transition: 'issue' })),
    })
  })
  it('lets somebody else check it in where its last editor may not go on', () => {
    const mine = issue({ firedBy: ['person:ada'], notBy: ['lastEditor'] })
    expect(planned([mine], 'issued')).toEqual({
      acts: [
        { person: 'bo', act: 'check-out' },
        { person: 'bo', act: 'check-in' },
        { person: 'ada', act: 'fire', transition: 'issue' },
      ],
    })
    expect(planned([mine], 'issued', { owner: 'bo' })).toMatchObject({
      acts: [{ person: 'ada', act: 'fire' }],
    })
  })
  it('checks in what then moves by itself', () =>
    expect(planned([issue({ trigger: 'unattended', guard: 'kind == "line"' })], 'issued')).toEqual({
      acts: [
        { person: 'ada', act: 'check-out' },
        { person: 'ada', act: 'check-in', record: { kind: 'line' } },
      ],
    }))
  it('hands a document on where only its owner could go on', () =>
    expect(
      planned([issue({ firedBy: ['role:lead'] })], 'issued', {
        states: { draft: { grants: { anyone: ['see', 'edit'], owner: ['move'] } } },
      }),
    ).toEqual({
      acts: [
        { person: 'ada', act: 'hand-on', to: 'dag' },
        { person: 'dag', act: 'fire', transition: 'issue' },
      ],
    }))
  it('is none where nobody may, and says what stands in the way', () => {
    expect(rules(planned([issue({ firedBy: ['person:una'] })], 'issued'))).toEqual(['fired-by'])
    expect(rules(planned([issue({ firedBy: ['person:eve'] })], 'issued'))).toEqual(['fired-by'])
    expect(rules(planned([issue({ guard: 'mass > 5 && mass < 3' })], 'issued'))).toEqual(['guard'])
    expect(rules(planned([issue({ guard: 'first == "x"' })], 'issued'))).toEqual(['guard'])
    expect(rules(planned([issue()], 'sorted'))).toEqual(['state'])
  })
  it('is given up, and not said to be impossible, where what is asked is made of what was written before', () => {
    const ways = (value: string) => [
      transition('send', 'draft', 'check', { effects: [{ kind: 'write', attribute: 'title', value }] }),
      transition('pass', 'check', 'issued', { guard: 'title == "grip"' }),
    ]
    const states = { check: { content: 'closed' } }
    const given = (value: string) => JSON.stringify(planned(ways(value), 'issued', { states }))
    expect(given('{{ kind }}')).toContain('the search was given up')
    expect(given('{{ today }}')).not.toContain('the search was given up')
  })
  it('is given up, and not said to be impossible, where there are more ways than are looked at', () => {
    const ways = (guard: (index: number) => string) =>
      Array.from({ length: 80 }, (_, index) => issue({ id: `t${index}`, guard: guard(index) }))
    const never = planned(
      ways((index) => `mass > ${index + 5} && mass < 3`),
      'issued',
    )
    expect(JSON.stringify(never)).toContain('the search was given up')
    expect(rules(never)).toContain('guard')
    const few = planned(ways(() => 'mass > 5 && mass < 3').slice(0, 20), 'issued')
    expect(rules(few)).toEqual(['guard'])
  })
})
