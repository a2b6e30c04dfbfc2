import { describe, expect, it } from 'vitest'
import { emptyWorld, readAct, rehearse } from '.'
import { configurationWith, directory, fire, play, rules, transition } from './world.fixture'

describe('a round of signatures', () => {
  const seats = [
    { id: 'checkers', name: 'Checkers', members: ['role:checker'], needed: 2 },
    { id: 'lead', name: 'Lead', members: ['role:lead'], needed: 1 },
  ]
  const slot = (attribute: string, signer: number | 'last', part: 'name' | 'initials' | 'date') => ({
    ...{ kind: 'sign' as const, attribute, seat: 'checkers', signer, part },
  })
  const release = transition('release', 'draft', 'issued', {
    ...{ trigger: 'quorum', firedBy: undefined, seats, revision: 'major' },
    effects: [slot('first', 1, 'name'), slot('last', 'last', 'initials'), slot('day', 1, 'date')],
  })
  const back = transition('back', 'draft', 'sorted')
  const signed = (...people: string[]) => people.map((person) => fire('release', person))
  const after = (...acts: object[]) => play([release, back], acts)

  it('tells how far it is, and leaves the document where it stands', () => {
    const answer = after(...signed('bo'))
    expect(answer.document).toMatchObject({ state: 'draft', revision: 'A', version: 1 })
    expect(answer.progress).toEqual({
      ...{ transition: 'release', signed: 1, needed: 3 },
      seats: [
        { seat: 'checkers', needed: 2, signed: ['bo'] },
        { seat: 'lead', needed: 1, signed: [] },
      ],
    })
  })
  it('does all of it with the last signature, with names, initials and day in order', () => {
    const answer = after(...signed('bo', 'dag', 'cleo'))
    expect(answer.progress).toBeUndefined()
    expect(answer.document).toMatchObject({
      ...{ state: 'issued', revision: 'B', version: 2 },
      record: { first: 'Bo Rasmussen', last: 'CMA', day: '2026-03-01', label: 'B' },
    })
  })
  it('puts whoever could fill two seats so that the others can still be filled', () =>
    // Dag is the only lead: as a checker he would leave that seat empty for ever.
    expect(after(...signed('dag')).progress!.seats).toEqual([
      { seat: 'checkers', needed: 2, signed: [] },
      { seat: 'lead', needed: 1, signed: ['dag'] },
    ]))
  it.each<[string, object[], string[]]>([
    ['a second signature', signed('bo', 'bo'), ['signed-already']],
    ['a seat that would leave another empty', [fire('release', 'dag', { seat: 'checkers' })], ['seat']],
    ['a seat that is none', [fire('release', 'bo', { seat: 'none' })], ['seat']],
    ['a seat of others', [fire('release', 'bo', { seat: 'lead' })], ['seat']],
    ['somebody who has no seat', signed('ada'), ['fired-by']],
    ['the withdrawal of nothing', [{ act: 'withdraw', transition: 'release', person: 'bo' }], ['not-signed']],
  ])('refuses %s', (_, acts, expected) => expect(rules(after(...acts))).toEqual(expected))
  it('refuses a seat that is full', () => {
    const two = { ...release, seats: [{ ...seats[0]!, needed: 1 }, seats[1]!] }
    expect(rules(play([two], signed('bo', 'cleo')))).toEqual(['seat-full'])
  })
  it('puts whoever named a seat that a publish has taken away on another', () => {
    const configuration = configurationWith([release])
    const world = emptyWorld(configuration, directory, '2026-03-01')
    const act = (more: object) => rehearse(world, readAct({ number: 'BR-1', person: 'bo', ...more }))
    expect(act({ act: 'file', folder: '/', fileName: 'a.dxf', person: 'ada' }).ok).toBe(true)
    expect(act(fire('release', 'bo', { seat: 'checkers' })).ok).toBe(true)
    const [checkers, lead] = seats
    world.configuration = configurationWith([
      { ...release, seats: [{ ...checkers!, id: 'two' }, lead!], effects: [] },
    ])
    expect(act(fire('release', 'cleo'))).toMatchObject({
      progress: {
        signed: 2,
        seats: [
          { seat: 'two', signed: ['bo', 'cleo'] },
          { seat: 'lead', signed: [] },
        ],
      },
    })
  })
  it('refuses the first signature where the last would fail', () => {
    const never = { ...release, effects: [slot('first', 3, 'name')] }
    expect(rules(play([never], signed('bo')))).toEqual(['effect'])
    const endless = { ...release, effects: [{ kind: 'write' as const, attribute: 'mass', value: 'heavy' }] }
    expect(rules(play([endless], signed('bo')))).toEqual(['effect'])
  })
  it('is one signature shorter after a withdrawal', () =>
    expect(
      after(
        ...signed('bo', 'cleo'),
        { act: 'withdraw', transition: 'release', person: 'bo' },
        ...signed('dag'),
      ).progress,
    ).toMatchObject({
      signed: 2,
    }))
  it('tells how far it is after a withdrawal, until it ends with the last one', () => {
    const withdraw = (person: string) => ({ act: 'withdraw', transition: 'release', person })
    const both = signed('bo', 'cleo')
    expect(after(...both, withdraw('bo')).progress).toMatchObject({ transition: 'release', signed: 1 })
    expect(after(...both, withdraw('bo'), withdraw('cleo')).progress).toBeUndefined()
  })
  it.each<[string, object[], number]>([
    ['a changed record', [{ act: 'edit', record: { title: 'New' } }], 1],
    ['a record that is as it was', [{ act: 'edit', record: { mass: 1 } }], 2],
    ['a check-out alone', [{ act: 'check-out' }, { act: 'undo-check-out' }], 2],
    ['a new content', [{ act: 'check-out' }, { act: 'check-in' }], 1],
    ['another label', [{ act: 'adopt', label: 'C' }], 1],
    [
      'a roll back',
      [{ act: 'check-out' }, { act: 'check-in' }, { act: 'roll-back', version: 1, comment: 'x' }],
      1,
    ],
    ['its being handed on', [{ act: 'hand-on', to: 'cleo' }], 2],
  ])('stands or ends with %s', (_, acts, count) => {
    const states = { draft: { adoption: true } }
    const answer = play([release], [...signed('bo'), ...acts, ...signed('cleo')], states)
    expect(answer.progress!.signed).toBe(count)
  })
  it('ends when the document goes another way', () => {
    const returned = transition('returned', 'sorted', 'draft')
    expect(
      play([release, back, returned], [...signed('bo'), fire('back'), fire('returned'), ...signed('cleo')])
        .progress!.signed,
    ).toBe(1)
  })
  it('leaves those out who may not sign, such as its last editor', () => {
    const others = { ...release, notBy: ['lastEditor' as const], seats: [{ ...seats[0]!, needed: 2 }] }
    const edit = { act: 'edit', person: 'bo', record: { title: 'New' } }
    expect(rules(play([others], [edit, ...signed('bo')]))).toEqual(['excluded'])
    expect(play([others], [edit, ...signed('cleo', 'dag')]).document.state).toBe('issued')
    // With two of the three excluded or gone, nobody could complete it, which is told at once.
    const three = { ...others, seats: [{ ...seats[0]!, needed: 3 }] }
    expect(rules(play([three], [edit, ...signed('cleo')]))).toEqual(['seat'])
  })
})
