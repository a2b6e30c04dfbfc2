import { readFileSync } from 'node:fs'
import { Ajv2020 } from 'ajv/dist/2020.js'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { type Attribute, type AttributeType, attributeTypes, valueFor } from '../attribute'
import { parseCondition, solve } from '../condition'
import {
  applyEdit,
  type Configuration,
  configurationSchema,
  editShape,
  effectInWords,
} from '../configuration'
import { decide } from '../engine'
import { type Effect, type EffectKind, effectKinds } from '../effect'
import { author, configuration, drawing, folders } from '../engine/world.fixture'
import { check } from './check'
import { readAs } from '../../shared/read-as'
import { classFor } from '../../shared/class-for'

/** Writes a text in capitals: an effect that the product does not have. */
interface ShoutEffect {
  kind: 'shout'
  attribute: string
  words: string
}

const shout: EffectKind<ShoutEffect> = {
  name: 'shout',
  fields: { attribute: { is: 'text', most: 80 }, words: { is: 'text', most: 20 } },
  controls: [{ field: 'words', label: 'Words', as: 'text' }],
  blank: () => ({ attribute: 'material', words: 'ahoy' }),
  words: ({ words }, names) => `shout ${words} into ${names.of('material')}`,
  writes: ({ attribute }) => attribute,
  faults: ({ words }) => (words ? [] : [{ code: 'template-invalid', message: 'nothing to shout' }]),
  carryOut: ({ attribute, words }) => [{ kind: 'write-attribute', attribute, value: words.toUpperCase() }],
}

/** A length in millimetres, as whole tenths: a type of attribute that the product does not have. */
const length: AttributeType = {
  name: 'length',
  valueType: 'number',
  fields: {},
  takes: () => 'a length such as 12.5 mm',
  read: (_, text) => (/^\d+(\.\d)? mm$/.test(text) ? Number.parseFloat(text) : undefined),
}

const tables = {
  effects: effectKinds as Record<string, unknown>,
  types: attributeTypes as Record<string, unknown>,
}
beforeAll(() => {
  tables.effects.shout = shout
  tables.types.length = length
})
afterAll(() => {
  delete tables.effects.shout
  delete tables.types.length
})

const aShout = (words = 'ahoy') => ({ kind: 'shout', attribute: 'material', words }) as unknown as Effect
const bore = { id: 'bore', name: 'Bore', type: 'length' } as unknown as Attribute

const shouting = (words?: string): Configuration => ({
  ...configuration,
  attributes: [
    ...configuration.attributes.filter(({ id }) => id !== 'material'),
    { id: 'material', name: 'Material', type: 'text' },
    bore,
  ],
  lifecycles: configuration.lifecycles.map((lifecycle) => ({
    ...lifecycle,
    transitions: lifecycle.transitions.map((transition) =>
      transition.id === 'send-to-check'
        ? { ...transition, guard: undefined, effects: [aShout(words)] }
        : transition,
    ),
  })),
})

describe('an effect of a new kind, from its one module', () => {
  it('is carried out by the engine', () => {
    const answer = decide({
      configuration: shouting(),
      folders,
      document: drawing(),
      person: author,
      today: '2026-11-26',
      transition: 'send-to-check',
    })
    expect(JSON.stringify(answer)).toContain('"AHOY"')
  })
  it('is checked by the checker', () =>
    expect(check(shouting('')).map(({ message }) => message)).toContain('nothing to shout'))
  it('is said in words', () => expect(effectInWords(shouting(), aShout())).toBe('shout ahoy into Material'))
  it('is taken in an edit, and refused where it is wrong', () => {
    const Request = classFor({ edit: editShape() })
    const edit = (effect: object) =>
      readAs(Request, {
        edit: {
          kind: 'change-transition',
          lifecycle: 'note',
          transition: 'issue',
          patch: { effects: [effect] },
        },
      })
    expect(() => edit(aShout())).not.toThrow()
    expect(() => edit({ ...aShout(), folder: '/' })).toThrow(/folder does not belong here/)
    expect(() => edit(aShout('x'.repeat(30)))).toThrow(/words has more than 20 characters/)
  })
  it('is in the schema', () => {
    const validate = new Ajv2020({ allowUnionTypes: true }).compile(configurationSchema())
    expect(
      validate(JSON.parse(JSON.stringify({ ...shouting(), attributes: configuration.attributes }))),
    ).toBe(true)
    expect(
      validate(
        JSON.parse(JSON.stringify({ ...shouting('x'.repeat(30)), attributes: configuration.attributes })),
      ),
    ).toBe(false)
  })
  it('is edited like the others', () => {
    const edit = {
      kind: 'change-transition' as const,
      lifecycle: 'note',
      transition: 'issue',
      patch: { effects: [aShout()] },
    }
    expect(JSON.stringify(applyEdit(configuration, edit))).toContain('shout')
  })
})

describe('an attribute of a new type, from its one module', () => {
  it('reads and refuses values', () => {
    expect(valueFor(bore, ' 12.5 mm ')).toBe(12.5)
    expect(() => valueFor(bore, 'wide')).toThrow('Bore takes a length such as 12.5 mm, not “wide”')
  })
  it('is asked in conditions, and solved by its sort', () => {
    const attributes = [bore]
    const at = (text: string) => parseCondition(text, attributes)
    expect(solve('overlap', [at('bore > 3'), at('bore < 4')], attributes)).toMatchObject({ answer: 'yes' })
    expect(solve('overlap', [at('bore > 4'), at('bore < 3')], attributes)).toEqual({ answer: 'no' })
    expect(() => at('bore == "wide"')).toThrow(/a number is compared with a text/)
  })
})

describe('what names a kind', () => {
  it('stands in the module of the kind and in its table alone', () => {
    const places = [
      'core/engine/decide.ts',
      'core/check/effects.ts',
      'core/configuration/words.ts',
      'core/condition/solve/solve.ts',
      'app/components/lifecycle/Effects.vue',
    ]
    for (const place of places)
      for (const name of ["'sign'", "'render'", "'run'", "'copy'", "'yesno'"])
        expect(readFileSync(place, 'utf8'), place).not.toContain(name)
  })
})
