import { describe, expect, it } from 'vitest'
import type { Transition } from '../configuration'
import { contains, readAct } from '.'
import { fire, play, rules, transition } from './world.fixture'

describe('content', () => {
  const out = { act: 'check-out' }
  const back = { act: 'check-in', content: 'new', record: { title: 'Lever' } }
  it('comes in as a version for which the label stands', () =>
    expect(play([], [out, back]).document).toMatchObject({
      ...{ version: 2, checkedOutBy: null, record: { title: 'Lever' } },
      register: [{ label: 'A', version: 2 }],
    }))
  it.each<[string, object[], string[]]>([
    ['a check-in of what nobody has', [back], ['not-checked-out']],
    [
      'a check-in of what nobody has, with every reason against the record too',
      [{ act: 'check-in', content: 'new', record: { kind: 'x' } }],
      ['value', 'not-checked-out'],
    ],
    ['a second check-out', [out, { ...out, person: 'bo' }], ['checked-out']],
    ['one’s own second check-out', [out, out], ['checked-out']],
    [
      'an edit of what another has',
      [out, { act: 'edit', person: 'bo', record: { mass: 2 } }],
      ['checked-out'],
    ],
    ['the undoing of another’s', [out, { act: 'undo-check-out', person: 'bo' }], ['checked-out']],
    ['a move of what is out', [out, fire('issue')], ['checked-out']],
    ['a version that is none', [{ act: 'roll-back', version: 4, comment: 'x' }], ['version']],
    ['a document that is none', [{ act: 'check-out', number: 'BR-9' }], ['not-found']],
    ['a document that somebody sees nothing of', [{ act: 'check-out', person: 'una' }], ['not-found']],
    ['a transition that is none', [fire('none')], ['not-found']],
  ])('refuses %s', (_, acts, expected) =>
    expect(rules(play([transition('issue', 'draft', 'issued')], acts))).toEqual(expected),
  )
  it('is not checked out by somebody who may edit it and not open it', () => {
    const grants = { anyone: ['see', 'edit'] }
    expect(rules(play([], [out], { draft: { grants } }))).toEqual(['state-grant'])
  })
  it('is closed where the state says so', () =>
    expect(
      rules(
        play([transition('issue', 'draft', 'issued')], [fire('issue'), out], {
          issued: { content: 'closed' },
        }),
      ),
    ).toEqual(['content']))
})

describe('what happens by itself', () => {
  const when = (id: string, to: string, guard: string, more: Partial<Transition> = {}) =>
    transition(id, 'check', to, { trigger: 'unattended', firedBy: undefined, guard, ...more })
  const send = transition('send', 'draft', 'check')
  const grip = when('to-issued', 'issued', 'kind == "grip"')
  const line = when('to-sorted', 'sorted', 'kind == "line"')
  const kind = (value: string) => ({ act: 'edit', record: { kind: value } })

  it('follows on entering a state, where exactly one guard holds', () => {
    const answer = play([send, grip, line], [kind('grip'), fire('send')])
    expect([answer.document.state, answer.unattended]).toEqual(['issued', ['to-issued']])
  })
  it('is nothing where none holds, and not after an edit', () => {
    expect(play([send, grip, line], [fire('send')]).document.state).toBe('check')
    expect(play([send, grip, line], [fire('send'), kind('grip')]).unattended).toEqual([])
  })
  it('follows a check-in', () => {
    const acts = [fire('send'), kind('line'), { act: 'check-out' }, { act: 'check-in' }]
    expect(play([send, grip, line], acts)).toMatchObject({
      unattended: ['to-sorted'],
      document: { state: 'sorted' },
    })
  })
  it('is nothing where two hold, which are named', () => {
    const answer = play([send, grip, when('heavy', 'sorted', 'mass > 0')], [kind('grip'), fire('send')])
    expect(answer.document.state).toBe('check')
    expect(answer.undecided!.transitions).toEqual(['to-issued', 'heavy'])
  })
  it('is nothing where the one that holds cannot be carried out', () => {
    const answer = play(
      [
        send,
        when('write', 'issued', 'mass > 0', { effects: [{ kind: 'write', attribute: 'mass', value: 'x' }] }),
      ],
      [fire('send')],
    )
    expect([answer.document.state, answer.undecided!.transitions]).toEqual(['check', ['write']])
  })
  it('goes on from there, each move seeing what those before it wrote', () => {
    const weigh = when('weigh', 'issued', 'true', {
      effects: [{ kind: 'write', attribute: 'mass', value: '9' }],
    })
    const on = transition('on', 'issued', 'sorted', {
      trigger: 'unattended',
      guard: 'mass == 9',
      revision: 'major',
    })
    expect(play([send, weigh, on], [fire('send')])).toMatchObject({
      unattended: ['weigh', 'on'],
      document: { state: 'sorted', revision: 'B', record: { mass: 9 } },
    })
  })
  it('comes to an end where a configuration would go round for ever', () => {
    const round = [
      when('there', 'issued', 'true'),
      transition('here', 'issued', 'check', { trigger: 'unattended' }),
    ]
    expect(play([send, ...round], [fire('send')]).undecided!.transitions).toHaveLength(1)
  })
})

describe('a notice', () => {
  const told = (to: string[], states = {}) => {
    const notices = [
      { to, subject: '{{ number }} is {{ to.name }}', body: 'by {{ person.name }}: {{ comment }}' },
    ]
    const send = transition('send', 'draft', 'check', { notices })
    const sign = transition('sign', 'check', 'issued', {
      ...{ trigger: 'quorum', notBy: ['creator'] },
      seats: [{ id: 'all', name: 'All', members: ['role:checker', 'creator'], needed: 1 }],
    })
    return play([send, sign], [fire('send', 'ada', { comment: 'please' })], states).notices
  }
  const mail = (id: string) => `${id}@brackwater.example`
  it('is written with what the act knows', () =>
    expect(told(['creator'])).toEqual([
      { to: [mail('ada')], subject: 'BR-1 is check', body: 'by Ada Lund: please' },
    ]))
  it.each<[string[], string[]]>([
    [['role:checker'], ['bo', 'cleo', 'dag'].map(mail)],
    [['group:office'], ['ada', 'bo', 'cleo', 'dag'].map(mail)],
    [['owner', 'lastEditor', 'creator'], [mail('ada')]],
    [['nextSigners'], ['bo', 'cleo', 'dag'].map(mail)],
    [
      ['mail:print@brackwater.example', 'person:bo'],
      ['print@brackwater.example', mail('bo')],
    ],
  ])('to %j reaches %j', (to, expected) => expect(told(to)[0]!.to).toEqual(expected))
  it('to who could sign next reaches nobody while the guard lets nobody sign', () => {
    const notices = [{ to: ['nextSigners'], subject: 'sign', body: 'please' }]
    const send = transition('send', 'draft', 'check', { notices })
    const seats = [{ id: 'all', name: 'All', members: ['role:checker'], needed: 1 }]
    const sign = (guard: string) => transition('sign', 'check', 'issued', { trigger: 'quorum', seats, guard })
    expect(play([send, sign('mass > 3')], [fire('send')]).notices).toEqual([])
    expect(play([send, sign('mass < 3')], [fire('send')]).notices[0]!.to).toHaveLength(3)
  })
  it('reaches nobody who has left or may not see the document', () => {
    expect(told(['person:eve', 'person:una'])).toEqual([])
    expect(told(['role:checker'], { check: { grants: { 'person:bo': ['see'] } } })[0]!.to).toEqual([
      mail('bo'),
    ])
  })
})

describe('references and owners', () => {
  const second = { act: 'file', number: 'BR-2', folder: '/', fileName: 'b.dxf' }
  const refer = { act: 'refer', to: 'BR-2' }
  it.each<[string, object[], string[]]>([
    ['twice', [second, refer, refer], ['already']],
    ['in a circle', [second, refer, { act: 'refer', number: 'BR-2', to: 'BR-1' }], ['circle']],
    ['to nothing', [refer], ['not-found']],
    ['to itself', [{ act: 'refer', to: 'BR-1' }], ['circle']],
  ])('are not made %s', (_, acts, expected) => expect(rules(play([], acts))).toEqual(expected))
  it('are refused by the state of the other', () =>
    expect(rules(play([], [second, refer], { draft: { newReferences: 'refused' } }))).toEqual([
      'new-references',
    ]))
  it('hold a transition that asks where they stand', () => {
    const issue = transition('issue', 'draft', 'issued', { references: { states: ['issued'], depth: 'all' } })
    expect(rules(play([issue], [second, refer, fire('issue')]))).toEqual(['references'])
    expect(play([issue], [second, refer, { ...fire('issue'), number: 'BR-2' }, fire('issue')]).ok).toBe(true)
  })
  it('hand a document on, and with it what its owner alone may', () => {
    const states = { draft: { grants: { owner: ['see', 'edit'], anyone: ['see'] } } }
    expect(rules(play([], [{ act: 'edit', person: 'bo', record: { mass: 3 } }], states))).toEqual([
      'state-grant',
    ])
    const handed = [
      { act: 'hand-on', to: 'bo' },
      { act: 'edit', person: 'bo', record: { mass: 3 } },
    ]
    expect(play([], handed, states).document).toMatchObject({ owner: 'bo', record: { mass: 3 } })
    expect(rules(play([], [{ act: 'hand-on', to: 'eve' }], states))).toEqual(['deactivated'])
  })
})

describe('labels', () => {
  it('are adopted from the record where none is named, corrected and stepped', () => {
    const states = { draft: { adoption: true, newRevision: 'major' } }
    const adopted = play([], [{ act: 'adopt', label: 'D' }], states)
    expect(adopted.document.register.map(({ label, origin }) => [label, origin])).toEqual([
      ['A', 'native'],
      ['D', 'adopted'],
    ])
    const corrected = [
      { act: 'adopt', label: 'D' },
      { act: 'correct', row: 2, label: 'C', comment: 'read wrongly' },
    ]
    expect(play([], corrected, states).document).toMatchObject({ revision: 'C', record: { label: 'C' } })
    expect(play([], [...corrected, { act: 'new-revision' }], states).document.revision).toBe('D')
    expect(rules(play([], [{ act: 'correct', row: 1, label: 'B' }], states))).toEqual(['comment'])
  })
})

describe('an act', () => {
  it.each<[unknown, RegExp]>([
    [{ act: 'fly' }, /an act is one of edit, check-out/],
    [{ act: 'fire', person: 'ada', number: 'BR-1' }, /transition/],
    [{ act: 'correct', person: 'ada', number: 'BR-1', row: 'one', label: 'A' }, /row/],
    [{ act: 'check-out', person: 'ada' }, /number/],
  ])('%j is refused in words', (act, why) => expect(() => readAct(act)).toThrow(why))
})

describe('what is expected', () => {
  it.each<[unknown, unknown, boolean]>([
    [{ a: 1, b: [1, 2] }, { b: [1, 2] }, true],
    [{ a: 1, b: [1, 2] }, { b: [1] }, false],
    [{ a: { c: 1, d: 2 } }, { a: { d: 2 } }, true],
    [{ a: 1 }, { z: null }, true],
    [{ a: 1 }, { a: null }, false],
  ])('of %j is %j: %s', (answer, expected, is) => expect(contains(answer, expected)).toBe(is))
})
