import { valueFor } from '../attribute'
import { attributeId, type FieldsOf, text } from '../shape'
import { render, templateFault, templateInWords } from '../template'
import { EffectError, type EffectKind } from './effect-kind'

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
  faults({ attribute, value }, { transition }) {
    const fault = templateFault(value)
    const message = `what ${transition} writes into ${attribute} cannot be read: ${fault}`
    return fault ? [{ code: 'template-invalid', message }] : []
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
