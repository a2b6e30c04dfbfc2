import { reasonsAgainst, told } from './decision'
import { decideCorrection, toldCorrection } from './correct'
import type { Standing } from './standing'
import type { Folder } from '../access'
import { author, configuration, drawing, folders, steward } from './world.fixture'
import { ancestorsOf, wouldLoop } from './references'
import { decide } from './decide'
import { decideAdoption } from './adopt'
import { decideRevising } from './revise'
import { decideRollBack } from './roll-back'
import { wayOn, waysBetween } from './ways-on'
import { schemeFor, type Configuration, type Lifecycle } from '../configuration'
import type { DocumentSnapshot, RegisterRow } from './document'
import type { Person, Reason } from '../access'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'

const today = '2026-11-23'
const row = (
  label: string,
  origin: RegisterRow['origin'] = 'native',
  version: number | null = 1,
): RegisterRow => ({ label, origin, version, date: '2020-01-01', author: 'K. Sommer', text: null })
const rules = (answer: { ok: true } | { ok: false; reasons: Reason[] }) =>
  answer.ok ? [] : answer.reasons.map(({ rule }) => rule)
const standing = (document: DocumentSnapshot, person: Person = steward, comment?: string) => ({
  configuration,
  folders,
  document,
  person,
  today,
  comment,
})
const workshop = configuration.lifecycles[0]!
const station = configuration.lifecycles[1]!
const note = configuration.lifecycles[2]!
/** A new revision as it is told. */
function toldRevising(request: Standing) {
  const { decision, by } = decideRevising(request)
  return { by, decision: told(request.document, decision) }
}
function labelling(of: Lifecycle) {
  return schemeFor(configuration, of)
}

describe('adopting a label', () => {
  const adopt = (label: string | null, document = drawing(), person = steward, comment?: string) =>
    told(
      document,
      decideAdoption({ ...standing(document, person, comment), label, source: 'Legacy revision' }),
    )
  it('registers it as adopted, with a version that it stands for, and writes the record', () =>
    expect(adopt('rev c', drawing(), steward, 'As on the print')).toEqual({
      ok: true,
      outcome: {
        from: 'drafting',
        to: 'drafting',
        before: 'A',
        after: 'C',
        version: 2,
        register: {
          label: 'C',
          origin: 'adopted',
          version: 2,
          date: today,
          author: 'Vera Vault',
          text: 'As on the print',
        },
        written: [{ attribute: 'revision', before: null, after: 'C' }],
      },
    }))
  it.each<[string, string | null, Partial<DocumentSnapshot>, Person, string[], RegExp]>([
    ['an empty record', null, {}, steward, ['label'], /Legacy revision is empty/],
    ['a label the scheme refuses', 'O', {}, steward, ['label'], /skips; nearest: N, P/],
    ['its own label', 'A', {}, steward, ['already'], /A is its label already/],
    [
      'a label below a native one',
      'B',
      { register: [row('A'), row('C')], revision: 'C' },
      steward,
      ['label'],
      /B lies below C/,
    ],
    [
      'a label that an older row has',
      'C',
      {
        register: [row('B', 'adopted'), row('C', 'adopted'), row('D', 'adopted')],
        revision: 'D',
      },
      steward,
      ['already'],
      /C stands in the register already, in row 2/,
    ],
    [
      'a register that the scheme does not read any more',
      'C',
      { register: [row('A'), row('?1')], revision: '?1' },
      steward,
      ['label'],
      /\?1, which was registered in the vault, is no label of Workshop letters any more/,
    ],
    [
      'a check-out by somebody else',
      'C',
      { checkedOutBy: { id: 'x', name: 'Xenia' } },
      steward,
      ['checked-out'],
      /checked out by Xenia/,
    ],
    [
      'a check-out of one’s own',
      'C',
      { checkedOutBy: { id: 'vera', name: 'Vera Vault' } },
      steward,
      ['checked-out'],
      /checked out by you/,
    ],
    [
      'a state without adoption',
      'C',
      { state: 'checking' },
      steward,
      ['adoption'],
      /not adopted in Checking/,
    ],
    [
      'a person without the right',
      'C',
      {},
      author,
      ['folder-grant', 'state-grant'],
      /no right to adopt in \/Grips/,
    ],
    [
      'everything at once',
      'O',
      { state: 'checking', checkedOutBy: { id: 'x', name: 'Xenia' } },
      author,
      ['checked-out', 'folder-grant', 'state-grant', 'adoption', 'label'],
      /checked out/,
    ],
  ])('is refused for %s', (_, label, document, person, expected, message) => {
    const answer = adopt(label, drawing(document), person)
    expect(rules(answer)).toEqual(expected)
    if (!answer.ok) {
      expect(answer.reasons[0]!.message).toMatch(message)
      expect(answer.reasons.every(({ where, wayOut }) => where && wayOut)).toBe(true)
    }
  })
  it('names where adoption is on, and who has the right', () => {
    const answer = adopt('C', drawing({ state: 'checking' }), author)
    expect(answer.ok ? [] : answer.reasons.map(({ wayOut }) => wayOut)).toEqual([
      'have “adopt” granted on the folder by an administrator',
      'grant “adopt” in Checking',
      'bring it to Drafting, or switch adoption on in Checking',
    ])
  })
  it('names those alone who really could, of whoever is active', () => {
    const staff = [author, steward]
    const ways = (document: DocumentSnapshot, of: Folder[] = folders) => {
      const asked = { ...standing(document, author), folders: of, people: () => staff }
      return reasonsAgainst(decideAdoption({ ...asked, label: 'C', source: 'x' })).map(({ wayOut }) => wayOut)
    }
    expect(ways(drawing())).toEqual([
      'ask group:office, or have “adopt” granted on the folder by an administrator',
      'ask Vault Administration',
    ])
    const withheld = [...folders, { path: '/Grips/Shut', withhold: { 'group:office': ['adopt'] as never[] } }]
    const afresh = [...folders, { path: '/Grips/Shut', startAfresh: true }]
    for (const of of [withheld, afresh])
      expect(ways(drawing({ folder: '/Grips/Shut' }), of)).toEqual([
        'have “adopt” granted on the folder by an administrator',
        'grant “adopt” in Drafting',
      ])
  })
  it('needs a scheme', () => {
    const without: Configuration = { ...configuration, schemes: [] }
    expect(
      reasonsAgainst(
        decideAdoption({ ...standing(drawing()), configuration: without, label: 'C', source: 'x' }),
      ).map(({ rule }) => rule),
    ).toEqual(['scheme'])
  })
})

describe('the way on', () => {
  it('goes through every state once, the shortest first', () =>
    expect(
      waysBetween(workshop, 'drafting', 'superseded').map((way) => way.map(({ id }) => id).join(' ')),
    ).toEqual(['send-to-check issue supersede']))
  it.each<
    [
      string,
      Lifecycle,
      string,
      string,
      string,
      { adopt: string; below: boolean; transitions: string } | undefined,
    ]
  >([
    [
      'adopts the label itself where nothing steps',
      workshop,
      'drafting',
      'issued',
      'C',
      { adopt: 'C', below: false, transitions: 'Send to check, Issue' },
    ],
    [
      'adopts one below where only a step leads on',
      note,
      'drafting',
      'issued',
      '3',
      { adopt: '2', below: true, transitions: 'Issue' },
    ],
    ['finds no way to the first label by a step', note, 'drafting', 'issued', '0', undefined],
    [
      'settles into a label that is settled already',
      station,
      'work-in-progress',
      'shared',
      'P02',
      { adopt: 'P02', below: false, transitions: 'Share' },
    ],
    [
      'goes one below a series that is started on the way',
      station,
      'work-in-progress',
      'published',
      'C01',
      { adopt: 'P01.01', below: true, transitions: 'Share, Publish for construction' },
    ],
    [
      'finds no way to the second label of a series that is started',
      station,
      'work-in-progress',
      'published',
      'C02',
      undefined,
    ],
    ['finds no way back', workshop, 'superseded', 'issued', 'C', undefined],
  ])('%s', (_, lifecycle, from, to, wanted, expected) => {
    const way = wayOn(labelling(lifecycle), lifecycle, from, to, wanted)
    expect(way && { ...way, transitions: way.transitions.map(({ name }) => name).join(', ') }).toEqual(
      expected,
    )
  })
  it('lands right when it is really gone', () => {
    const way = wayOn(labelling(note), note, 'drafting', 'issued', '7')!
    const here: DocumentSnapshot = {
      ...drawing(),
      lifecycle: 'note',
      revision: way.adopt,
      register: [row('6', 'adopted')],
    }
    const open = [{ path: '/', grants: { anyone: ['move' as const] } }]
    const answer = told(
      here,
      decide({ ...standing(here), folders: open, transition: way.transitions[0]!.id }),
    )
    expect(answer.ok && answer.outcome).toMatchObject({ to: 'issued', after: '7' })
  })
})

describe('a new revision', () => {
  const ask = (document: DocumentSnapshot, person = author) =>
    toldRevising(standing(document, person, 'Bore enlarged'))
  it('is minor or major as the state says, in the state itself where content is open', () =>
    expect(ask(drawing({ revision: 'C' }))).toMatchObject({
      by: null,
      decision: {
        ok: true,
        outcome: {
          from: 'drafting',
          to: 'drafting',
          before: 'C',
          after: 'C-01',
          version: 2,
          register: { origin: 'native', text: 'Bore enlarged' },
        },
      },
    }))
  it('is opened by the transition that steps so where content is closed', () =>
    expect(ask(drawing({ state: 'issued', revision: 'C' }))).toMatchObject({
      by: 'revise',
      decision: { ok: true, outcome: { to: 'drafting', after: 'D' } },
    }))
  it('is refused where content is closed and no transition opens it, with every reason', () => {
    const closed: Configuration = {
      ...configuration,
      lifecycles: configuration.lifecycles.map((one) => ({
        ...one,
        transitions: one.transitions.filter(({ id }) => id !== 'revise'),
      })),
    }
    const request = {
      ...standing(drawing({ state: 'issued', revision: 'C' }), author),
      configuration: closed,
    }
    expect(rules(toldRevising(request).decision)).toEqual(['state-grant', 'content'])
  })
  it('starts a document without a label at the first one', () =>
    expect(ask(drawing({ revision: null }))).toMatchObject({ decision: { outcome: { after: 'A' } } }))
  it.each<[string, Partial<DocumentSnapshot>, string[]]>([
    [
      'where the state says nothing of it',
      { state: 'checking' },
      ['folder-grant', 'state-grant', 'revision'],
    ],
    [
      'while it is checked out',
      { checkedOutBy: { id: 'x', name: 'Xenia' } },
      ['checked-out', 'folder-grant', 'state-grant'],
    ],
  ])('is refused %s, with every reason', (_, document, expected) =>
    expect(rules(ask(drawing(document), { id: 'nobody', name: 'Nobody', groups: [] }).decision)).toEqual(
      expected,
    ),
  )
  it('is refused where the scheme has no minor, naming the label', () => {
    const withoutMinor: Configuration = {
      ...configuration,
      schemes: configuration.schemes.map((other) => ({
        ...other,
        series: other.series.map(({ id, major }) => ({ id, major })),
      })),
    }
    const { decision } = toldRevising({ ...standing(drawing(), author), configuration: withoutMinor })
    expect(!decision.ok && decision.reasons).toEqual([
      expect.objectContaining({ rule: 'revision', message: expect.stringMatching(/^A has no minor/) }),
    ])
  })
})

describe('correcting a label', () => {
  const register = [row('A', 'legacy', null), row('B', 'legacy', 1), row('D', 'adopted', 2)]
  const correct = (
    index: number,
    label: string,
    comment: string | undefined = 'Signature missed',
    document = drawing({ revision: 'D', register }),
  ) =>
    toldCorrection(document, decideCorrection({ ...standing(document, steward, comment), row: index, label }))
  it('keeps what the row was, with who, when and why; the document and its record follow the current row', () =>
    expect(correct(2, 'c')).toEqual({
      ok: true,
      corrected: {
        row: {
          ...register[2],
          label: 'C',
          was: [{ label: 'D', on: today, by: 'Vera Vault', why: 'Signature missed' }],
        },
        current: true,
        written: [{ attribute: 'revision', before: null, after: 'C' }],
      },
    }))
  it('leaves the document alone where the row is an old one', () =>
    expect(correct(0, 'A-01')).toMatchObject({ ok: true, corrected: { current: false, written: [] } }))
  it('adds to what an earlier correction kept', () => {
    const twice = [
      row('A'),
      { ...row('D', 'adopted', 2), was: [{ label: 'E', on: '2026-01-01', by: 'X', why: 'slip' }] },
    ]
    const answer = correct(1, 'C', 'again', drawing({ revision: 'D', register: twice }))
    expect(answer.ok && answer.corrected.row.was?.map(({ label }) => label)).toEqual(['E', 'D'])
  })
  it.each<[string, number, string, string | undefined, string[], RegExp]>([
    ['without a reason', 2, 'C', ' ', ['comment'], /asks for a comment/],
    ['to what the scheme refuses', 2, 'O', 'x', ['label'], /skips/],
    ['to what it is', 2, 'D', 'x', ['label'], /says already/],
    ['to a label of another row', 2, 'B', 'x', ['label'], /stands in the register already/],
    ['past the row before', 2, 'A-01', 'x', ['label'], /B was registered before/],
    ['past the row after', 1, 'E', 'x', ['label'], /D was registered after/],
    ['of a row that is not there', 9, 'C', 'x', ['label'], /has no row 10/],
  ])('is refused %s', (_, index, label, comment, expected, message) => {
    const answer = correct(index, label, comment)
    expect(rules(answer)).toEqual(expected)
    expect(!answer.ok && answer.reasons[0]!.message).toMatch(message)
  })
  it('is for those who may adopt, and for documents that are checked in', () =>
    expect(
      reasonsAgainst(
        decideCorrection({
          ...standing(
            drawing({ checkedOutBy: { id: 'x', name: 'X' }, register, revision: 'D' }),
            author,
            'x',
          ),
          row: 2,
          label: 'C',
        }),
      ).map(({ rule }) => rule),
    ).toEqual(['checked-out', 'folder-grant', 'state-grant']))
})

describe('rolling back', () => {
  const against = (
    version: number,
    document: Partial<DocumentSnapshot> = {},
    comment = 'wrong file',
    person = steward,
  ) =>
    reasonsAgainst(
      decideRollBack({
        ...standing(drawing({ version: 3, ...document }), person, comment),
        folders: [{ path: '/', grants: { 'group:office': ['rollback'] } }],
        version,
      }),
    ).map(({ rule }) => rule)
  it('needs nothing more than a right, a reason, an open state and an earlier version', () =>
    expect(against(1)).toEqual([]))
  it.each<[string, string[], string[]]>([
    ['to the current version', against(3), ['version']],
    ['to one that never was', against(7), ['version']],
    ['in a closed state', against(1, { state: 'issued' }), ['content']],
    ['while it is checked out', against(1, { checkedOutBy: { id: 'x', name: 'X' } }), ['checked-out']],
    ['without a reason', against(1, {}, ''), ['comment']],
    ['without the right', against(1, {}, 'x', author), ['folder-grant', 'state-grant']],
  ])('is refused %s', (_, reasons, expected) => expect(reasons).toEqual(expected))
})

describe('references', () => {
  const parents: Record<string, string[]> = {
    bolt: ['grip', 'jaw'],
    jaw: ['grip'],
    grip: ['carrier'],
    carrier: ['cabin'],
    cabin: [],
  }
  const parentsOf = (number: string) => parents[number] ?? []
  it('lead up to the top, each document once, the nearest first', () =>
    expect(
      ancestorsOf('bolt', parentsOf).map(({ number, depth, under }) => `${number} ${depth} ${under}`),
    ).toEqual(['grip 1 bolt', 'jaw 1 bolt', 'carrier 2 grip', 'cabin 3 carrier']))
  it('may not lead back', () => {
    expect(wouldLoop('cabin', 'bolt', parentsOf)).toBe(false)
    expect(wouldLoop('bolt', 'cabin', parentsOf)).toBe(true)
    expect(wouldLoop('bolt', 'bolt', parentsOf)).toBe(true)
  })
  it('end even where they go round', () =>
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.nat({ max: 6 }), fc.nat({ max: 6 })), { maxLength: 30 }), (edges) => {
        const found = ancestorsOf('0', (number) =>
          edges.filter(([child]) => String(child) === number).map(([, parent]) => String(parent)),
        )
        expect(new Set(found.map(({ number }) => number)).size).toBe(found.length)
        expect(found.some(({ number }) => number === '0')).toBe(false)
      }),
    ))
  it('hold a transition up until they stand where it wants them', () => {
    const demanding: Configuration = {
      ...configuration,
      lifecycles: configuration.lifecycles.map((lifecycle) => ({
        ...lifecycle,
        transitions: lifecycle.transitions.map((transition) =>
          transition.id === 'send-to-check'
            ? { ...transition, references: { states: ['issued'], depth: 'direct' as const } }
            : transition,
        ),
      })),
    }
    const assembly = drawing({
      references: [
        { number: 'BR-2', state: 'drafting', direct: true },
        { number: 'BR-3', state: 'drafting', direct: false },
        { number: 'BR-4', state: 'issued', direct: true },
      ],
    })
    const answer = decide({
      ...standing(assembly, author),
      configuration: demanding,
      transition: 'send-to-check',
    })
    expect(reasonsAgainst(answer).map(({ message }) => message)).toEqual([
      'BR-2, which BR-1 refers to, stands in Drafting; Send to check asks for Issued',
    ])
  })
})
