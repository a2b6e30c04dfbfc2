import fc from 'fast-check'
import { expect, it } from 'vitest'
import type { Configuration } from '../configuration'
import { configuration as ofTheDemo, steward } from '../engine/world.fixture'
import { planIntake } from './plan'
import type { RegisterEntry } from './register-file'
import type { FoundFile, PlannedDocument } from './types'

const configuration: Configuration = {
  ...ofTheDemo,
  attributes: [
    ...ofTheDemo.attributes.filter(({ id }) => id !== 'legacy_status'),
    { id: 'legacy_status', name: 'Legacy status', type: 'choice', choices: ['released', 'obsolete'] },
  ],
}

/** An archive: files by number, label, status in the name, ending and content; and register lines. */
interface Archive {
  files: { number: string; label: string; status: string | null; ending: string; content: string }[]
  lines: RegisterEntry[]
}

const pick = <T>(...values: T[]) => fc.constantFrom(...values)
const archive: fc.Arbitrary<Archive> = fc.record({
  files: fc.uniqueArray(
    fc.record({
      number: pick('BR-1', 'BR-2'),
      label: pick('A', 'B', 'C'),
      status: pick(null, null, 'released', 'obsolete', 'unknown'),
      ending: pick('dxf', 'stp'),
      content: pick('1', '2', '3', '4', '5', '6', '7', '8', '9'),
    }),
    { maxLength: 4, selector: ({ number, label, status, ending }) => `${number}${label}${status}${ending}` },
  ),
  lines: fc
    .array(
      fc.record({
        number: pick('BR-1', 'BR-2', 'BR-3'),
        revision: pick('A', 'B', 'C'),
        status: pick(null, 'released', 'obsolete', 'RELEASED'),
        title: pick(null, 'Plate', 'Cover'),
        date: pick(null, '2011-01-01', '2012-02-02'),
      }),
      { maxLength: 5 },
    )
    .map((list) => list.map((entry, at) => ({ line: at + 2, author: null, text: null, ...entry }))),
})

const today = '2026-11-23'

/** The rules again, in the plainest way: a document is ready where nothing speaks against it. */
function plainly({ files, lines }: Archive) {
  const same = (one: string | null, other: string | null) =>
    one === null || other === null || one.toLowerCase() === other.toLowerCase()
  return ['BR-1', 'BR-2', 'BR-3'].flatMap((number) => {
    const own = files.filter((file) => file.number === number)
    const ownLines = lines.filter((line) => line.number === number)
    if (own.length === 0) return ownLines.length ? [{ number, ready: false }] : []
    const label = own
      .map((file) => file.label)
      .sort()
      .at(-1)!
    const registered = ownLines.map(({ revision }) => revision).sort()
    const lineOf = (revision: string) => ownLines.find((line) => line.revision === revision)
    const against = [
      own.some((file) => own.filter((other) => other.label === file.label).length > 1),
      registered.length > 0 && registered.at(-1) !== label,
      ownLines.some((line) =>
        ['status', 'title', 'date'].some(
          (field) => line[field as 'title'] !== lineOf(line.revision)![field as 'title'],
        ),
      ),
      own.some((file) =>
        files.some(
          (other) =>
            other.content === file.content && (other.number !== number || other.label !== file.label),
        ),
      ),
      own.some((file) => !same(file.status, lineOf(file.label)?.status ?? null)),
    ]
    const newest = own.find((file) => file.label === label)!
    const status = newest.status ?? lineOf(label)?.status ?? null
    if (against.includes(true) || (status !== null && !['released', 'obsolete'].includes(status)))
      return [{ number, ready: false }]
    const title = ownLines
      .filter((line) => line.title !== null)
      .sort((a, b) => (a.revision < b.revision ? -1 : 1))
      .at(-1)?.title
    const labels = [...new Set([...registered, ...own.map((file) => file.label)])].sort()
    return [
      {
        number,
        ready: true,
        label,
        title: title ?? null,
        class: newest.ending === 'dxf' ? 'drawing' : 'part',
        state: status === 'obsolete' ? 'superseded' : 'issued',
        status,
        // A newest revision of which nothing is known gets the day of the intake.
        register: labels.map((revision) => {
          const line = lineOf(revision)
          return [revision, line ? line.date : revision === label ? today : null]
        }),
      },
    ]
  })
}

const told = ({ number, ready, prediction, title, classId, record }: PlannedDocument) =>
  ready
    ? {
        ...{ number, ready, title, label: prediction!.revision, class: classId, state: prediction!.state },
        status: record.legacy_status ?? null,
        register: prediction!.register.map((row) => [row.label, row.date]),
      }
    : { number, ready }

it('agrees with a plain reading of the rules', () => {
  fc.assert(
    fc.property(archive, ({ files, lines }) => {
      const found = files.map(({ number, label, status, ending, content }): FoundFile => ({
        path: `${number}_${label}${status ? `_${status}` : ''}.${ending}`,
        ...{ size: 1, sha256: content, problem: null },
      }))
      const plan = planIntake({
        files: found,
        register: lines,
        configuration,
        person: steward,
        today,
        settlements: {},
        inVault: () => false,
        folders: [{ path: '/', grants: { 'group:vault-administration': ['see', 'edit', 'move', 'adopt'] } }],
        profile: {
          patterns: ['{number}_{revision:?}_{status}.{extension}', '{number}_{revision:?}.{extension}'],
          folder: '/',
          states: [{ when: 'legacy_status == "obsolete"', state: 'superseded' }],
          otherwise: 'issued',
          attributes: { title: 'title', status: 'legacy_status' },
        },
      })
      const expected = plainly({ files, lines })
      const byNumber = (one: { number: string }, other: { number: string }) =>
        one.number < other.number ? -1 : 1
      expect(plan.documents.map(told).sort(byNumber)).toEqual(expected)
      // Nothing is held back in silence, and nothing that is ready has anything against it.
      for (const document of plan.documents) {
        const own = plan.files.filter(({ number }) => number === document.number)
        const conflicts = [...document.conflicts, ...own.flatMap((file) => file.conflicts)]
        expect(conflicts.length === 0).toBe(document.ready)
      }
    }),
    { numRuns: 3000, seed: 8 },
  )
})
