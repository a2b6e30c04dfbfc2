import { type Attribute, valueFor } from '../attribute'
import { attributeId, type FieldsOf, text } from '../shape'
import { namesIn, render, templateFault, templateInWords, templateProblem } from '../template'
import { EffectError, type EffectKind, type EffectPlace } from './effect-kind'
import { outputsOf } from './outputs'

/** Writes what a Liquid template gives into an attribute. */
export interface WriteEffect {
  kind: 'write'
  attribute: string
  value: string
}

export const write: EffectKind<WriteEffect> = {
  name: 'write',
  fields: { attribute: attributeId, value: text(2000) } satisfies FieldsOf<Omit<WriteEffect, 'kind'>>,
  controls: [
    { field: 'attribute', label: 'Attribute', as: 'attribute' },
    { field: 'value', label: 'Value', as: 'template' },
  ],
  blank: ({ attributes }) => ({ attribute: attributes[0]?.id ?? '', value: '{{ to.name }}' }),
  words({ attribute, value }, names) {
    const what = templateInWords(value, names.of)
    return names.isStamp(attribute) ? `stamps ${what}` : `writes ${what} into ${names.of(attribute)}`
  },
  writes: ({ attribute }) => attribute,
  reads: ({ value }) => (templateFault(value) ? [] : namesIn(value).map(([name]) => name!)),
  faults({ attribute: id, value }, around) {
    const { attributes, transition, byQuorum } = around
    const invalid = templateProblem(
      value,
      attributes.map((other) => other.id),
      byQuorum ? ['signers'] : [],
    )
    if (invalid)
      return [{ code: 'template-invalid', message: `what ${transition} writes into ${id} ${invalid}` }]
    const attribute = attributes.find((other) => other.id === id)
    const why = attribute && impossible(attribute, value, around)
    return why ? [{ code: 'write-impossible', message: `${transition} is always refused: ${why}` }] : []
  },
  carryOut({ attribute: id, value: template }, { attributes, context, written }) {
    try {
      const attribute = attributes.find((other) => other.id === id)
      if (!attribute) throw new Error(`there is no attribute “${id}” in this configuration`)
      const value = valueFor(attribute, render(template, context(written)))
      return [{ kind: 'write-attribute', attribute: id, value }]
    } catch (cause) {
      const message = `${id} cannot be written: ${(cause as Error).message}`
      throw new EffectError(message, 'mend what the transition writes', { cause })
    }
  },
}

/** Why nothing that a template can give is a value of an attribute, from one of the states, if nothing is. */
function impossible(attribute: Attribute, template: string, place: EffectPlace): string | undefined {
  if (attribute.type === 'text') return undefined
  for (const from of place.from) {
    const outputs = outputsOf(template, attribute, { ...place, from })
    const whys = outputs?.map((output) => refusalOf(attribute, output))
    if (whys?.length && !whys.includes(undefined))
      return `${whys[0]}${place.from.length > 1 ? `, from ${from.name}` : ''}`
  }
  return undefined
}

function refusalOf(attribute: Attribute, text: string): string | undefined {
  try {
    valueFor(attribute, text)
    return undefined
  } catch (error) {
    return (error as Error).message
  }
}
