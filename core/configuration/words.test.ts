import { configuration } from '../engine/world.fixture'
import type { Transition } from './types'
import { mayFire, nobodyFires } from './may-fire'
import { stepWord, toldInWords, whenAndThen, whoFires } from './words'
import { describe, expect, it } from 'vitest'

const transition = (patch: Partial<Transition>): Transition => ({
  id: 'w',
  name: 'W',
  from: ['drafting'],
  to: 'issued',
  trigger: 'hand',
  revision: 'keep',
  effects: [],
  ...patch,
})
const seats = [
  { id: 'check', name: 'Check', members: ['role:checker'], needed: 2 },
  { id: 'release', name: 'Release', members: ['role:lead', 'anyone'], needed: 1 },
]

describe('a transition in words', () => {
  it('says who fires it', () => {
    expect(whoFires(configuration, transition({ firedBy: ['role:author', 'role:lead'] }))).toBe(
      'Author, Lead',
    )
    expect(whoFires(configuration, transition({}))).toBe('nobody yet')
    expect(whoFires(configuration, transition({ trigger: 'quorum', seats }))).toBe(
      '2 × Checker, 1 × Lead or anyone',
    )
    expect(whoFires(configuration, transition({ trigger: 'quorum' }))).toBe('no seats yet')
    expect(whoFires(configuration, transition({ trigger: 'unattended' }))).toBe('by itself')
  })
  it('says when, and what follows', () => {
    const full = transition({
      guard: 'mass > 0',
      comment: 'required',
      notBy: ['lastEditor'],
      references: { states: ['issued'], depth: 'all' },
      effects: [
        { kind: 'write', attribute: 'mass', value: '1' },
        { kind: 'sign', attribute: 'stamp', seat: 'check', signer: 'last', part: 'name' },
        { kind: 'copy', folder: '/Out' },
        { kind: 'render', format: 'pdf' },
        { kind: 'run', job: 'post' },
      ],
      notices: [{ to: ['creator', 'mail:shop@brackwater.example'], subject: 'S', body: '' }],
    })
    expect(whenAndThen(configuration, full)).toBe(
      'if Mass is more than 0 · comment asked · by another person · references first · → writes “1” into Mass, Status stamp gets the name of the last signer of check, files a copy in /Out, makes a PDF, runs post, tells the creator, shop@brackwater.example',
    )
    expect(whenAndThen(configuration, transition({}))).toBe('')
  })
  it('names each who is told once', () =>
    expect(
      toldInWords(configuration, [
        { to: ['creator'], subject: '', body: '' },
        { to: ['creator', 'nextSigners'], subject: '', body: '' },
      ]),
    ).toBe('the creator, the next signers'))
  it('says the step, and adopting as such', () =>
    expect(
      (['major', 'adopt:legacy', 'series', 'series:contractual'] as const).map((revision) =>
        stepWord(configuration, configuration.lifecycles[1]!, transition({ revision })),
      ),
    ).toEqual(['major', 'adopt', 'series', 'starts C']))
})

describe('who may fire', () => {
  it.each<[string, Partial<Transition>, boolean]>([
    ['by hand, named', { firedBy: ['role:checker'] }, true],
    ['by hand, another', { firedBy: ['role:author'] }, false],
    ['by hand, anyone', { firedBy: ['anyone'] }, true],
    ['by quorum, in a seat', { trigger: 'quorum', seats }, true],
    ['unattended, whatever is named', { trigger: 'unattended', firedBy: ['role:checker'] }, false],
  ])('%s', (_, patch, may) => expect(mayFire('role:checker', transition(patch))).toBe(may))
  it('nobody, where nobody is named', () => {
    expect(nobodyFires(transition({ firedBy: [] }))).toBe(true)
    expect(nobodyFires(transition({ trigger: 'quorum', seats: [{ ...seats[0]!, members: [] }] }))).toBe(true)
    expect(nobodyFires(transition({ trigger: 'unattended' }))).toBe(false)
    expect(nobodyFires(transition({ trigger: 'quorum', seats }))).toBe(false)
  })
})
