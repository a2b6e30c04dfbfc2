import { Ajv2020 } from 'ajv/dist/2020.js'
import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { configuration } from './configuration'

const validate = new Ajv2020({ allowUnionTypes: true }).compile(
  JSON.parse(readFileSync('schemas/configuration.schema.json', 'utf8')),
)

describe('the JSON Schema of a configuration', () => {
  it('takes the demo’s', () => {
    validate(configuration)
    expect(validate.errors ?? []).toEqual([])
  })
  it.each<[string, object]>([
    ['another format', { ...configuration, format: 'other/1' }],
    ['a list that is missing', { ...configuration, classes: undefined }],
    ['a field that nobody reads', { ...configuration, extra: true }],
    [
      'a principal of no kind',
      {
        ...configuration,
        lifecycles: [
          {
            ...configuration.lifecycles[0],
            transitions: [{ ...configuration.lifecycles[0]!.transitions[0], firedBy: ['boss'] }],
          },
        ],
      },
    ],
    [
      'a step that is none',
      {
        ...configuration,
        lifecycles: [
          {
            ...configuration.lifecycles[0],
            transitions: [{ ...configuration.lifecycles[0]!.transitions[0], revision: 'double' }],
          },
        ],
      },
    ],
  ])('refuses %s', (_, value) => expect(validate(JSON.parse(JSON.stringify(value)))).toBe(false))
})
