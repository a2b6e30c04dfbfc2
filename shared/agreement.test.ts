import { readFileSync } from 'node:fs'
import { Ajv2020 } from 'ajv/dist/2020.js'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { configurationFields, configurationSchema, editShape } from '../core/configuration'
import { jsonSchema, type Shape } from '../core/shape'
import { configuration } from '../demo/configuration'
import { classFor } from './class-for'
import { readAs, ShapeError } from './read-as'

const takenBySchema = new Ajv2020({ allowUnionTypes: true }).compile(configurationSchema())
const Configuration = classFor(configurationFields())

function takenByClass(kind: new () => object, value: object): boolean {
  try {
    readAs(kind, value)
    return true
  } catch (error) {
    if (error instanceof ShapeError) return false
    throw error
  }
}

/** Every place in a value, as the way to it. */
const placesIn = (value: unknown, way: (string | number)[] = []): (string | number)[][] => [
  way,
  ...(typeof value === 'object' && value !== null
    ? Object.entries(value).flatMap(([key, inner]) =>
        placesIn(inner, [...way, Array.isArray(value) ? Number(key) : key]),
      )
    : []),
]

/** A copy with something else in one place, or with a field too many there. */
function changed<T>(value: T, [first, ...rest]: (string | number)[], to: unknown, extra: boolean): T {
  if (first === undefined)
    return (
      extra && typeof value === 'object' && value !== null && !Array.isArray(value)
        ? { ...value, ...(to as object) }
        : to
    ) as T
  const copy = (Array.isArray(value) ? [...value] : { ...value }) as Record<string | number, unknown>
  copy[first] = changed(copy[first], rest, to, extra)
  if (copy[first] === undefined && !Array.isArray(copy)) delete copy[first]
  return copy as T
}

const something = fc.oneof(
  fc.constantFrom<unknown>(
    undefined,
    null,
    '',
    ' ',
    'x',
    'A b',
    0,
    1,
    -1,
    1.5,
    true,
    false,
    [],
    {},
    [null],
    ['x'],
    [[]],
    'hand',
    'quorum',
    'major',
    'open',
    'anyone',
    'role:author',
    'role:',
    'boss',
    'issued',
    'last',
    { kind: 'write' },
    { kind: 'write', attribute: 'title', value: 'x' },
    { kind: 'none' },
    [{ kind: 'copy', folder: '/A' }],
    [{ kind: 'copy', folder: 'A' }],
    [{ kind: 'sign', attribute: 'a', seat: 's', signer: 2, part: 'date' }],
    'adopt:title',
    'series:',
    1e9,
    'x'.repeat(300),
    'x'.repeat(20_000),
  ),
  fc.jsonValue({ maxDepth: 2 }),
)
const extras = fc.constantFrom(
  { extra: 1 },
  { kind: 'copy' },
  { guard: 'true' },
  { password: true },
  { newReferences: 'refused' },
  { scripts: [] },
  { description: 'd' },
)

describe('the JSON Schema and the classes', () => {
  it('both take the demo’s configuration', () => {
    expect(takenBySchema(configuration)).toBe(true)
    expect(takenByClass(Configuration, configuration)).toBe(true)
  })
  it('take and refuse the same configurations, whatever is changed in one', () => {
    const places = placesIn(configuration)
    const counts = { taken: 0, refused: 0 }
    fc.assert(
      fc.property(fc.constantFrom(...places), something, extras, fc.boolean(), (place, to, more, extra) => {
        const value = changed<unknown>(configuration, place, extra ? more : to, extra)
        if (typeof value !== 'object' || value === null || Array.isArray(value)) return
        const json = JSON.parse(JSON.stringify(value)) as object
        const taken = takenBySchema(json)
        counts[taken ? 'taken' : 'refused']++
        expect(takenByClass(Configuration, json), JSON.stringify([place, to, more, extra])).toBe(taken)
      }),
      { numRuns: 600, seed: 42 },
    )
    expect(counts.taken).toBeGreaterThan(20)
    expect(counts.refused).toBeGreaterThan(150)
  })
  it('take and refuse the same edits', () => {
    const shape: Shape = { is: 'object', fields: { edit: editShape() } }
    const validate = new Ajv2020({ allowUnionTypes: true }).compile(jsonSchema(shape))
    const Request = classFor((shape as Extract<Shape, { is: 'object' }>).fields)
    const edits = [
      {
        kind: 'change-transition',
        lifecycle: 'note',
        transition: 'issue',
        patch: {
          guard: null,
          firedBy: ['role:lead'],
          effects: [{ kind: 'write', attribute: 'title', value: 'x' }],
        },
      },
      { kind: 'set-scheme', scheme: configuration.schemes[0] },
      { kind: 'set-grant', lifecycle: 'note', state: 'issued', principal: 'anyone', rights: ['see'] },
      { kind: 'use-scheme', lifecycle: 'note', id: 's', conversion: { A: 'B' } },
      { kind: 'keep-label', lifecycle: 'note', attribute: null },
      { kind: 'add-state', lifecycle: 'note', name: 'X', phase: 'review', at: 1 },
    ].map((edit) => ({ edit }))
    for (const value of edits) expect(takenByClass(Request, value), JSON.stringify(value)).toBe(true)
    const cases = edits.flatMap((value) => placesIn(value).map((place) => [value, place] as const))
    fc.assert(
      fc.property(
        fc.constantFrom(...cases),
        something,
        extras,
        fc.boolean(),
        ([value, place], to, more, extra) => {
          const other = changed<unknown>(value, place, extra ? more : to, extra)
          if (typeof other !== 'object' || other === null || Array.isArray(other)) return
          const json = JSON.parse(JSON.stringify(other)) as object
          expect(takenByClass(Request, json), JSON.stringify(json)).toBe(validate(json))
        },
      ),
      { numRuns: 3000, seed: 7 },
    )
  })
  it('are one: the schema that is handed out was made from what is in force', () =>
    expect(JSON.parse(readFileSync('schemas/configuration.schema.json', 'utf8'))).toEqual(
      JSON.parse(JSON.stringify(configurationSchema())),
    ))
})
