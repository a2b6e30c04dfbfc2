import { type Decision, outcomeOf, reasonsAgainst } from './decision'
import { author, checker, configuration, drawing, folders, lead, steward } from './world.fixture'
import { decide } from './decide'
import type { Configuration } from '../configuration'
import type { DocumentSnapshot } from './document'
import type { Person } from '../access'
import { describe, expect, it } from 'vitest'

const ask = (
  transition: string,
  person: Person,
  document: DocumentSnapshot,
  more: { comment?: string; configuration?: Configuration } = {},
) => {
  asked = document
  return decide({ configuration, folders, document, transition, person, today: '2026-11-23', ...more })
}
/** The document that was asked of last. */
let asked: DocumentSnapshot
const rules = (decision: Decision) => reasonsAgainst(decision).map(({ rule }) => rule)
const outcome = (decision: Decision) => {
  if (decision.answer !== 'done') throw new Error(JSON.stringify(decision))
  return outcomeOf(asked, decision.commands)
}
const issued = (otherwise: Partial<DocumentSnapshot> = {}) => drawing({ state: 'issued', ...otherwise })
/** The workshop lifecycle with one transition changed. */
const changed = (id: string, patch: object): Configuration => ({
  ...configuration,
  lifecycles: configuration.lifecycles.map((lifecycle) => ({
    ...lifecycle,
    transitions: lifecycle.transitions.map((transition) =>
      transition.id === id ? { ...transition, ...patch } : transition,
    ),
  })),
})

describe('a transition by hand', () => {
  it('moves the document and writes what it says, with the new revision in sight', () => {
    const revise = changed('revise', {
      effects: [
        {
          kind: 'write',
          attribute: 'stamp',
          value: '{{ from.name }} to {{ to.name }} at {{ revision }}, {{ person.name }}',
        },
      ],
    })
    expect(
      outcome(ask('revise', author, issued({ revision: 'C' }), { configuration: revise })),
    ).toMatchObject({
      from: 'issued',
      to: 'drafting',
      before: 'C',
      after: 'D',
      version: 2,
      register: { label: 'D', origin: 'native', version: 2, date: '2026-11-23', author: 'Ada Grip' },
      written: [
        { attribute: 'revision', after: 'D' },
        { attribute: 'stamp', before: null, after: 'Issued to Drafting at D, Ada Grip' },
      ],
    })
  })
  it('adds no version and no register row where the label stays', () =>
    expect(outcome(ask('send-to-check', author, drawing()))).toMatchObject({
      before: 'A',
      after: 'A',
      version: null,
      register: null,
    }))
  it.each([
    ['keep', 'C-02', 'C-02'],
    ['minor', 'C', 'C-01'],
    ['major', 'C-02', 'D'],
    ['settle', 'C-02', 'C-02'],
  ] as const)('steps %s from %s to %s', (revision, before, after) =>
    expect(
      outcome(
        ask('revise', author, issued({ revision: before }), {
          configuration: changed('revise', { revision }),
        }),
      ).after,
    ).toBe(after),
  )
  it('starts a document without a label at the first one', () =>
    expect(outcome(ask('revise', author, issued({ revision: null }))).after).toBe('A'))
  it('writes typed values', () =>
    expect(
      outcome(
        ask('revise', author, issued(), {
          configuration: changed('revise', {
            effects: [{ kind: 'write', attribute: 'mass', value: '{{ mass | plus: 1 }}' }],
          }),
        }),
      ).written,
    ).toContainEqual({ attribute: 'mass', before: 2, after: 3 }))
  it('lets a later write see an earlier one', () =>
    expect(
      outcome(
        ask('revise', author, issued(), {
          configuration: changed('revise', {
            effects: [
              { kind: 'write', attribute: 'title', value: 'x' },
              { kind: 'write', attribute: 'stamp', value: '{{ title }}y' },
            ],
          }),
        }),
      ).written,
    ).toContainEqual({ attribute: 'stamp', before: null, after: 'xy' }))
  it('changes nothing it was given', () => {
    const document = issued()
    const before = structuredClone(document)
    ask('revise', author, document)
    expect(document).toEqual(before)
  })
})

describe('adoption', () => {
  const legacy = (label: string | null, otherwise: Partial<DocumentSnapshot> = {}) =>
    drawing({ record: { legacy_revision: label }, revision: null, register: [], version: 2, ...otherwise })
  it('registers the label that the document carries, without a step', () =>
    expect(outcome(ask('take-over-issued', steward, legacy('C')))).toMatchObject({
      to: 'issued',
      before: null,
      after: 'C',
      version: 3,
      register: { label: 'C', origin: 'adopted' },
    }))
  it('changes nothing but the state where the label is registered already', () => {
    const row = { label: 'C', date: null, author: null, text: null, version: 2, origin: 'native' as const }
    const has = legacy('C', { revision: 'C', register: [row] })
    expect(outcome(ask('take-over-issued', steward, has))).toMatchObject({
      to: 'issued',
      after: 'C',
      version: null,
      register: null,
    })
  })
  it('takes a careless spelling in canonical form', () =>
    expect(outcome(ask('take-over-issued', steward, legacy('Rev-c'))).after).toBe('C'))
  it('keeps what is known of the label', () => {
    const decision = decide({
      configuration,
      folders,
      document: legacy('C'),
      transition: 'take-over-issued',
      person: steward,
      today: '2026-11-23',
      legacy: { date: '2014-06-03', author: 'K. Sommer', text: 'Bore enlarged' },
    })
    expect(outcome(decision).register).toMatchObject({
      date: '2014-06-03',
      author: 'K. Sommer',
      text: 'Bore enlarged',
    })
  })
  it('may take the label of a native revision, and one above it', () => {
    const native = drawing({ record: { legacy_revision: 'A' } })
    expect(outcome(ask('take-over-issued', steward, native)).after).toBe('A')
    expect(
      outcome(ask('take-over-issued', steward, { ...native, record: { legacy_revision: 'C' } })).after,
    ).toBe('C')
  })
  it.each<[string, DocumentSnapshot, string[]]>([
    ['an empty label', legacy(null), ['guard', 'revision']],
    ['a label the scheme skips', legacy('O'), ['revision']],
    [
      'a label below a native revision',
      drawing({
        record: { legacy_revision: 'A' },
        revision: 'C',
        register: [{ ...drawing().register[0]!, label: 'C' }],
      }),
      ['revision'],
    ],
    [
      'a document that is checked out',
      legacy('C', { checkedOutBy: { id: 'ada', name: 'Ada Grip' } }),
      ['checked-out'],
    ],
  ])('refuses %s', (_, document, expected) =>
    expect(rules(ask('take-over-issued', steward, document))).toEqual(expected),
  )
  it('needs adoption on in the state, and the right to adopt', () => {
    const off = {
      ...configuration,
      lifecycles: configuration.lifecycles.map((lifecycle) => ({
        ...lifecycle,
        states: lifecycle.states.map((use) => ({ ...use, adoption: false })),
      })),
    }
    expect(rules(ask('take-over-issued', steward, legacy('C'), { configuration: off }))).toEqual(['adoption'])
    expect(rules(ask('take-over-issued', author, legacy('C')))).toEqual([
      'fired-by',
      'folder-grant',
      'state-grant',
    ])
  })
})

describe('a refusal', () => {
  it('lists every reason, each with where it is set and the way out', () => {
    const decision = ask(
      'send-to-check',
      lead,
      drawing({ state: 'checking', record: {}, checkedOutBy: { id: 'ada', name: 'Ada Grip' } }),
    )
    expect(rules(decision)).toEqual(['state', 'checked-out', 'fired-by', 'guard'])
    if (decision.answer === 'refused')
      for (const reason of decision.reasons)
        expect([reason.message, reason.where, reason.wayOut].every((text) => text.length > 3)).toBe(true)
  })
  it.each<[string, () => Decision, string]>([
    [
      'the guard does not hold',
      () => ask('send-to-check', author, drawing({ record: { material: 'S355' } })),
      'guard',
    ],
    [
      'the guard cannot be read',
      () =>
        ask('send-to-check', author, drawing(), {
          configuration: changed('send-to-check', { guard: 'nonsense >' }),
        }),
      'guard',
    ],
    [
      'whoever edited last may not issue',
      () => ask('issue', lead, drawing({ state: 'checking', lastEditor: 'lena' })),
      'excluded',
    ],
    ['a comment is asked for', () => ask('return', checker, drawing({ state: 'checking' })), 'comment'],
    [
      'a blank comment is none',
      () => ask('return', checker, drawing({ state: 'checking' }), { comment: '  ' }),
      'comment',
    ],
    [
      'the folder withholds the right',
      () => ask('send-to-check', author, drawing({ folder: '/Grips/Closed' })),
      'folder-grant',
    ],
    [
      'the step is impossible',
      () => ask('revise', author, issued(), { configuration: changed('revise', { revision: 'series' }) }),
      'revision',
    ],
    [
      'a write does not fit its attribute',
      () =>
        ask('revise', author, issued(), {
          configuration: changed('revise', {
            effects: [{ kind: 'write', attribute: 'mass', value: 'heavy' }],
          }),
        }),
      'effect',
    ],
    [
      'a template names what is not there',
      () =>
        ask('revise', author, issued(), {
          configuration: changed('revise', {
            effects: [{ kind: 'write', attribute: 'title', value: '{{ nobody.name }}' }],
          }),
        }),
      'effect',
    ],
    [
      'it is nobody’s to fire',
      () => ask('revise', author, issued(), { configuration: changed('revise', { trigger: 'unattended' }) }),
      'trigger',
    ],
  ])('says that %s', (_, act, rule) => expect(rules(act())).toEqual([rule]))
  it('asks the role’s players of the nearest folder', () => {
    const elsewhere = [...folders, { path: '/Grips/Spares', roles: { author: ['group:spares'] } }]
    expect(
      rules(
        decide({
          configuration,
          folders: elsewhere,
          document: drawing({ folder: '/Grips/Spares' }),
          transition: 'send-to-check',
          person: author,
          today: '2026-11-23',
        }),
      ),
    ).toContain('fired-by')
  })
})
