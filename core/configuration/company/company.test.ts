import { describe, expect, it } from 'vitest'
import type { Directory } from '../../access'
import { check } from '../../check'
import { plan } from '../../rehearsal/plan'
import { emptyWorld, readAct, rehearse, type World } from '../../rehearsal'
import { applyEdit, describeEdit, type Edit } from '../edits'
import { isCalled } from '../from-pattern'
import { emptyConfiguration as empty } from '../empty'
import { EditError } from '../naming'
import type { Configuration } from '../types'
import { companyPatterns, rootGrants, withCompanyPattern } from '.'

type Pattern = (typeof companyPatterns)[number]

/** Every way to choose about a pattern. */
const choicesOf = ({ choices }: Pattern) =>
  choices.reduce<string[][]>((ways, { id }) => [...ways, ...ways.map((way) => [...way, id])], [[]])
const usual = ({ choices }: Pattern) => new Set(choices.filter(({ isUsual }) => isUsual).map(({ id }) => id))
const classCount = (pattern: Pattern) => withCompanyPattern(empty, pattern, usual(pattern)).classes.length
const cases = companyPatterns.flatMap((pattern) =>
  choicesOf(pattern).map(
    (chosen) => [`${pattern.name} (${chosen.join() || 'plain'})`, pattern, chosen] as const,
  ),
)
const pairs = companyPatterns.flatMap((one) =>
  companyPatterns
    .filter((other) => other !== one)
    .map((other) => [one.name, other.name, one, other] as const),
)

const person = (id: string, name: string) => ({
  id,
  name,
  mail: `${id}@brackwater.example`,
  groups: [],
  active: true,
})
/** One person in each role, and somebody in none. */
const directoryFor = (configuration: Configuration): Directory => ({
  people: [...configuration.roles.map(({ id, name }) => person(id, `Ada ${name}`)), person('guest', 'Guest')],
  folders: [
    {
      path: '/',
      roles: Object.fromEntries(configuration.roles.map(({ id }) => [id, [`person:${id}`]])),
      grants: rootGrants(configuration),
    },
  ],
})
/** The findings without people and with them, but for files that no class takes. */
const findings = (configuration: Configuration) =>
  [...check(configuration), ...check(configuration, directoryFor(configuration))].filter(
    ({ code }) => code !== 'class-gap',
  )

const document = 'BR-1'
const here = (world: World) => world.documents.get(document)!
/** Rehearses an act. It fails with the reasons against it. */
function done(world: World, act: object) {
  const answer = rehearse(world, readAct({ number: document, ...act }))
  expect(answer, JSON.stringify(answer)).toMatchObject({ ok: true })
}
/**
 * Brings the document to a state by the shortest plan. Document control is out of the house: it would take a label
 * over that nobody has ever issued.
 */
function bring(world: World, state: string) {
  const without = world.folders.map((folder) => ({
    ...folder,
    roles: { ...folder.roles, 'document-control': [] },
  }))
  const house = { ...world, folders: without }
  const target = world.configuration.states.find((one) => isCalled(one, state))!.id
  const { acts } = plan(house, here(world), target)
  expect(acts, `a plan to ${state}`).not.toBeNull()
  for (const act of acts!) done(house, act)
}
interface Expected {
  entry: string
  issued: string
  /** The labels of the first issue and of the next. */
  labels: [string, string]
  /** A label from before the vault, and the one after it. */
  legacy: [string, string]
}
const letters = {
  entry: 'Drafting',
  issued: 'Issued',
  labels: ['A', 'B'],
  legacy: ['C', 'D'],
} satisfies Expected
const expected: Record<string, Expected> = {
  'machine-drawings': letters,
  'trial-numerals': letters,
  'drawings-and-parts': letters,
  'building-project': {
    entry: 'Work in progress',
    issued: 'Published',
    labels: ['C01', 'C02'],
    legacy: ['C07', 'C08'],
  },
  notes: { entry: 'Drafting', issued: 'Issued', labels: ['0', '1'], legacy: ['4', '5'] },
}

describe.each(cases)('%s', (_, pattern, chosen) => {
  const configuration = withCompanyPattern(empty, pattern, new Set(chosen))
  const { entry, issued, labels, legacy } = expected[pattern.id]!
  /** A vault with one document of a class, just filed. */
  function filed(rule: string): World {
    const world = emptyWorld(configuration, directoryFor(configuration), '2026-03-01')
    const fileName = `${document}.${/"(\w+)"/.exec(rule)![1]!}`
    done(world, { act: 'file', person: 'author', folder: '/', fileName, title: 'Lever' })
    return world
  }
  const classes = configuration.classes.map(({ id, rule }) => [id, rule] as const)

  it('is sound, with people and without', () => expect(findings(configuration)).toEqual([]))

  it.each(classes)('brings a %s from filing to issue, and to the next revision', (id, rule) => {
    const world = filed(rule)
    expect(here(world).classId).toBe(id)
    bring(world, issued)
    expect(here(world).revision).toBe(labels[0])
    bring(world, entry)
    bring(world, issued)
    expect(here(world).revision).toBe(labels[1])
  })

  it.each(classes)(
    'issues a %s at the very label that it had before the vault, and revises it to the next',
    (_, rule) => {
      const world = filed(rule)
      const [label, next] = legacy
      done(world, { act: 'edit', person: 'document-control', record: { legacy_revision: label } })
      done(world, { act: 'fire', person: 'document-control', transition: 'take-over-in-work' })
      bring(world, issued)
      expect(here(world).revision).toBe(label)
      bring(world, entry)
      bring(world, issued)
      expect(here(world).revision).toBe(next)
    },
  )

  it.each(classes)('takes a %s over that is issued already', (_, rule) => {
    const world = filed(rule)
    done(world, { act: 'edit', person: 'document-control', record: { legacy_revision: legacy[0] } })
    const transition = `take-over-as-${issued.toLowerCase()}`
    done(world, { act: 'fire', person: 'document-control', transition })
    expect(here(world)).toMatchObject({ revision: legacy[0], state: issued.toLowerCase() })
  })
})

describe('drawings and parts', () => {
  it('step minors in work, which the issue settles', () => {
    const pattern = companyPatterns.find(({ id }) => id === 'drawings-and-parts')!
    const configuration = withCompanyPattern(empty, pattern, usual(pattern))
    const world = emptyWorld(configuration, directoryFor(configuration), '2026-03-01')
    done(world, { act: 'file', person: 'author', folder: '/', fileName: 'BR-1.step' })
    expect(here(world).revision).toBe('A.01')
    done(world, { act: 'new-revision', person: 'author' })
    expect(here(world).revision).toBe('A.02')
    bring(world, 'Issued')
    expect(here(world).revision).toBe('A')
  })
})

describe('taking company patterns', () => {
  it('is one edit, said in words', () => {
    const edit: Edit = { kind: 'take-company-patterns', patterns: ['machine-drawings', 'notes'], choices: [] }
    expect(describeEdit(empty, edit)).toBe('Take Machine drawings, letters and Notes and calculations')
    expect(applyEdit(empty, edit).lifecycles.map(({ name }) => name)).toEqual(['Machine drawing', 'Note'])
  })
  it('names the patterns that there are for one that there is not', () =>
    expect(() =>
      applyEdit(empty, { kind: 'take-company-patterns', patterns: ['boats'], choices: [] }),
    ).toThrow('there is no company pattern “boats”; there are machine-drawings, '))
})

describe('two company patterns', () => {
  it.each(pairs)('are sound together: %s, and %s', (_, __, one, other) => {
    const both = [one, other].reduce(
      (configuration, pattern) => withCompanyPattern(configuration, pattern, usual(pattern)),
      empty,
    )
    expect(findings(both)).toEqual([])
    expect(both.classes).toHaveLength(classCount(one) + classCount(other))
    for (const list of [both.states, both.roles, both.attributes, both.classes, both.lifecycles])
      expect(new Set(list.map(({ name }) => name)).size).toBe(list.length)
  })
  it('share states and roles of one name, in whichever case', () => {
    const start = {
      ...empty,
      states: [{ id: 's1', name: 'DRAFTING' }],
      roles: [{ id: 'r1', name: 'author' }],
    }
    const { states, roles, lifecycles } = withCompanyPattern(start, companyPatterns[0]!, new Set())
    expect(states.map(({ id }) => id)).toEqual(['s1', 'checking', 'issued', 'superseded'])
    expect(roles.map(({ id }) => id)).toEqual(['r1', 'checker', 'document-control'])
    expect(lifecycles[0]).toMatchObject({ entry: 's1' })
    expect(lifecycles[0]!.states[0]!.grants).toHaveProperty('role:r1')
  })
  it('tell files apart by folder where both would take them', () => {
    const [drawings, trials] = companyPatterns as [Pattern, Pattern]
    const both = withCompanyPattern(withCompanyPattern(empty, drawings, new Set()), trials, new Set())
    expect(both.classes.map(({ name, rule }) => [name, rule.includes('folder_path')])).toEqual([
      ['Product model', true],
      ['Product drawing', true],
      ['Drawing', false],
      ['Model', false],
    ])
  })
  it('are refused if one is there already, or an attribute means something else', () => {
    const [drawings] = companyPatterns as [Pattern]
    const once = withCompanyPattern(empty, drawings, new Set())
    expect(() => withCompanyPattern(once, drawings, new Set())).toThrow(EditError)
    const other = { ...empty, attributes: [{ id: 'mass', name: 'Mass', type: 'text' as const }] }
    expect(() => withCompanyPattern(other, drawings, new Set())).toThrow(
      'Mass is a text here and a number in “Machine drawings, letters”',
    )
  })
})
