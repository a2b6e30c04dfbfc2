import { beforeAll, describe, expect, it } from 'vitest'
import { loadSandbox, type ScriptFacts } from '../script'
import type { Attribute } from '../attribute'
import { type Effect, EffectError, effectKind, effectKinds, writtenAttribute } from '.'

const attributes: Attribute[] = [
  { id: 'stamp', name: 'Status stamp', type: 'text', systemOnly: true },
  { id: 'mass', name: 'Mass', type: 'number' },
  { id: 'checker', name: 'Checker', type: 'text', systemOnly: true },
  { id: 'material', name: 'Material', type: 'choice', choices: ['S355', 'Bronze'] },
  { id: 'finish', name: 'Finish', type: 'choice', choices: ['zinc', 'S355'] },
  { id: 'due', name: 'Due', type: 'date' },
  { id: 'urgent', name: 'Urgent', type: 'yesno' },
]
const seats = [{ id: 'checkers', name: 'Checkers', needed: 2 }]
const names = {
  of: (id: string) => attributes.find((attribute) => attribute.id === id)?.name ?? id,
  isStamp: (id: string) => attributes.some((attribute) => attribute.id === id && attribute.systemOnly),
  script: (id: string) => id,
}
const state = (id: string, name: string) => ({ id, name, description: '' })
const around = {
  ...{ attributes, transition: 'Issue', byQuorum: true, seats },
  ...{ from: [state('draft', 'Draft'), state('seven', '7')], to: state('issued', 'Issued') },
}
const write = (attribute: string, value: string): Effect => ({ kind: 'write', attribute, value })
const sign = (signer: number | 'last', seat = 'checkers'): Effect => ({
  kind: 'sign',
  attribute: 'checker',
  seat,
  signer,
  part: 'initials',
})

describe('in words', () => {
  it.each<[Effect, string]>([
    [write('stamp', '{{ to.name }}'), 'stamps the state’s name'],
    [write('mass', '5'), 'writes “5” into Mass'],
    [sign('last'), 'Checker gets the initials of the last signer of checkers'],
    [sign(2), 'Checker gets the initials of signer 2 of checkers'],
    [{ kind: 'copy', folder: '/Issued' }, 'files a copy in /Issued'],
    [{ kind: 'render', format: 'pdf' }, 'makes a PDF'],
    [{ kind: 'run', job: 'nightly' }, 'runs nightly'],
  ])('%o', (effect, words) => expect(effectKind(effect).words(effect, names)).toBe(words))
})

describe('what is wrong with one where it stands', () => {
  const faults = (effect: Effect, place = around) =>
    effectKind(effect)
      .faults(effect, place)
      .map(({ message }) => message)

  it('is a template that cannot be read', () => {
    expect(faults(write('stamp', '{{ to.name }}'))).toEqual([])
    expect(faults(write('stamp', '{{ to.name '))).toEqual([
      expect.stringMatching(/^what Issue writes into stamp cannot be read: /),
    ])
  })
  it.each<[string, Effect, typeof around, string]>([
    ['no quorum', sign('last'), { ...around, byQuorum: false }, 'it is not fired by quorum'],
    ['no such seat', sign('last', 'board'), around, 'it has no seat “board”'],
    ['too few signers', sign(3), around, 'signer 3 of Checkers, which has 2'],
    ['signers count from 1', sign(0), around, 'signer 0 of Checkers, which has 2'],
    [
      'a seat that needs nobody',
      sign('last'),
      { ...around, seats: [{ id: 'checkers', name: 'Checkers', needed: 0 }] },
      'nobody has to sign as Checkers',
    ],
  ])('is a signer that never comes: %s', (_, effect, place, why) =>
    expect(faults(effect, place)).toEqual([`Checker waits for a signer that Issue never has: ${why}`]),
  )
  it.each<[string, Effect, RegExp]>([
    ['an attribute that is none', write('stamp', '{{ weight }}'), /names “weight”, which is nothing here/],
    ['a slip in an attribute’s name', write('stamp', '{{ mas }}'), /did you mean mass\?/],
    ['a part that a state has not', write('stamp', '{{ to.nme }}'), /names “to\.nme”/],
  ])('is a name that means nothing: %s', (_, effect, message) =>
    expect(faults(effect)).toEqual([expect.stringMatching(message)]),
  )
  it('is no name of the signers, where there are some', () => {
    expect(faults(write('stamp', '{{ signers | join: ", " }}'))).toEqual([])
    expect(faults(write('stamp', '{{ signers }}'), { ...around, byQuorum: false })).toHaveLength(1)
  })
  it.each<[string, Effect, boolean]>([
    ['a text into a number', write('mass', 'heavy'), true],
    ['a number into a number', write('mass', '7.5'), false],
    ['nothing into a number', write('mass', ''), false],
    ['what is no choice', write('material', 'steel'), true],
    ['a choice', write('material', 'Bronze'), false],
    ['the state’s name into a number', write('mass', '{{ to.name }}'), true],
    ['the state’s name into a text', write('stamp', '{{ to.name }}'), false],
    [
      'an earlier state’s name that is a number, and another’s that is none',
      write('mass', '{{ from.name }}'),
      true,
    ],
    ['the day into a number', write('mass', '{{ today }}'), true],
    ['the day into a day', write('due', '{{ today }}'), false],
    ['the day, written otherwise, into a number', write('mass', '{{ today | date: "%Y" }}'), false],
    ['somebody into a yes or no', write('urgent', '{{ person.name }}'), true],
    ['a choice, which may be empty, into others', write('finish', '{{ material }}'), false],
    ['a choice with something before it', write('finish', 'x{{ material }}'), true],
    [
      'a choice that can be one of them',
      write('finish', '{% if urgent %}{{ material }}{% else %}x{% endif %}'),
      false,
    ],
    ['a text that may be anything', write('mass', '{{ stamp }}'), false],
    [
      'a day into a slot for days',
      { ...(sign(1) as object), attribute: 'due', part: 'date' } as Effect,
      false,
    ],
    [
      'a name into a slot for days',
      { ...(sign(1) as object), attribute: 'due', part: 'name' } as Effect,
      true,
    ],
    ['a day into a number', { ...(sign(1) as object), attribute: 'mass', part: 'date' } as Effect, true],
  ])('is a value that cannot be: %s', (_, effect, is) =>
    expect(faults(effect).some((fault) => fault.includes('is always refused'))).toBe(is),
  )
  it.each([sign(1), sign(2), sign('last')])('nothing where the signer comes: %o', (effect) =>
    expect(faults(effect)).toEqual([]),
  )
})

const someFacts: ScriptFacts = {
  document: {
    ...{ number: 'D-1', class: 'drawing', lifecycle: 'main', state: 'draft', folder: '/', fileName: 'd.dxf' },
    ...{ revision: 'A', version: 1, owner: '1', creator: '1', lastEditor: '1', record: { mass: 3 } },
  },
  transition: { id: 'issue', name: 'Issue', from: 'draft', to: 'issued' },
  ...{ person: { name: 'Ada' }, today: '2026-03-01', comment: '' },
}

describe('carried out', () => {
  const signer = (name: string, initials: string) => ({ seat: 'checkers', name, initials })
  const moment = {
    ...{ attributes, context: () => ({ to: { name: 'Issued' }, heavy: 'x' }), written: {} },
    ...{ today: '2026-03-01', signers: [signer('Ada Grip', 'AG'), signer('Bo Lund', 'BL')] },
    ...{ seats, isComplete: true, scripts: [], facts: () => someFacts },
  }

  it('a write gives a command with a value of the attribute’s type', () => {
    const carry = (effect: Effect) => effectKind(effect).carryOut(effect, moment)
    expect(carry(write('stamp', '{{ to.name }}'))).toEqual([
      { kind: 'write-attribute', attribute: 'stamp', value: 'Issued' },
    ])
    expect(carry(write('mass', ' 5 '))).toEqual([{ kind: 'write-attribute', attribute: 'mass', value: 5 }])
    expect(carry(write('mass', ''))).toEqual([{ kind: 'write-attribute', attribute: 'mass', value: null }])
  })
  it.each<[Effect, string]>([
    [sign(1), 'AG'],
    [sign('last'), 'BL'],
    [{ ...(sign(2) as object), part: 'name' } as Effect, 'Bo Lund'],
    [{ ...(sign(2) as object), attribute: 'due', part: 'date' } as Effect, '2026-03-01'],
  ])('%o fills its slot', (effect, value) =>
    expect(effectKind(effect).carryOut(effect, moment)).toEqual([
      expect.objectContaining({ kind: 'write-attribute', value }),
    ]),
  )
  it('a slot waits for somebody who will have signed, and for nobody who never signs', () => {
    const early = { ...moment, signers: moment.signers.slice(0, 1), isComplete: false }
    expect(effectKind(sign(2)).carryOut(sign(2), early)).toEqual([])
    expect(() => effectKind(sign(3)).carryOut(sign(3), early)).toThrow(/number 3 of checkers/)
  })
  it.each<Effect>([
    { kind: 'copy', folder: '/' },
    { kind: 'render', format: 'pdf' },
    { kind: 'run', job: 'nightly' },
  ])('%o is queued', (effect) =>
    expect(effectKind(effect).carryOut(effect, moment)).toEqual([{ kind: 'queue-job', job: effect }]),
  )
  it.each<[Effect, string]>([
    [write('mass', '{{ to.name }}'), 'mass cannot be written: Mass takes a number, not “Issued”'],
    [
      write('colour', 'red'),
      'colour cannot be written: there is no attribute “colour” in this configuration',
    ],
    [sign(3), 'the slot checker cannot be filled: nobody signs as number 3 of checkers'],
    [sign('last', 'board'), 'the slot checker cannot be filled: nobody signs as last of board'],
  ])('%o is refused with a way out', (effect, message) => {
    let refusal: unknown
    try {
      effectKind(effect).carryOut(effect, moment)
    } catch (error) {
      refusal = error
    }
    expect(refusal).toBeInstanceOf(EffectError)
    expect(refusal).toMatchObject({ message, wayOut: expect.stringMatching(/\w/) })
  })

  describe('a script', () => {
    beforeAll(loadSandbox)
    const runs = (code: string, check = true) => {
      const script = { id: 'weigh', name: 'Weigh', code, check }
      return effectKind({ kind: 'run' }).carryOut(
        { kind: 'run', job: 'weigh' },
        { ...moment, scripts: [script] },
      )
    }

    it('that checks writes and tells before the act is done', () => {
      expect(runs(`write('mass', document.record.mass + 1); tell('owner', 'Mass', '4 kg')`)).toEqual([
        { kind: 'write-attribute', attribute: 'mass', value: 4 },
        { kind: 'tell', to: ['owner'], subject: 'Mass', body: '4 kg' },
      ])
    })
    it('that does not check is a job', () => {
      expect(runs(`refuse('no')`, false)).toEqual([{ kind: 'queue-job', job: { kind: 'run', job: 'weigh' } }])
    })
    it.each([
      [`refuse('too heavy')`, 'Weigh refuses: too heavy'],
      [`for (;;);`, 'was ended: it took more than 250 ms'],
      [`write('mass', 'heavy')`, 'Weigh cannot write mass'],
      [`write('nowhere', 1)`, 'there is no attribute “nowhere”'],
    ])('that checks refuses the act by %s', (code, why) => expect(() => runs(code)).toThrow(why))
  })
})

describe('every kind', () => {
  it.each(Object.entries(effectKinds))('%s has a form for each of its fields, and a blank one', (_, kind) => {
    expect(kind.controls.map(({ field }) => field).sort()).toEqual(Object.keys(kind.fields).sort())
    expect(Object.keys(kind.blank(around)).sort()).toEqual(Object.keys(kind.fields).sort())
  })
  it('that writes says where, so that the checker sees it', () =>
    expect(
      [write('mass', '1'), sign('last'), { kind: 'render', format: 'pdf' } as Effect].map(writtenAttribute),
    ).toEqual(['mass', 'checker', undefined]))
})
