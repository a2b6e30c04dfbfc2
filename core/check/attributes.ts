import { type Attribute, attributeType, valueFor } from '../attribute'
import type { Configuration } from '../configuration'
import { finding, type Finding } from './finding'
import { repeated } from './names'

/** Attributes that can hold nothing, or not what they begin with. */
export const checkAttributes = ({ attributes }: Configuration): Finding[] =>
  attributes.flatMap((attribute) =>
    faults(attribute).map((fault) =>
      finding('attribute-invalid', { attribute: attribute.id }, `${attribute.name} ${fault}`),
    ),
  )

function faults(attribute: Attribute): string[] {
  const { choices, min, max, whole } = attribute
  const own: (string | false | undefined)[] = [
    isChoice(attribute) && !choices?.some((choice) => choice.trim() !== '') && 'is a choice without choices',
    choices && isChoice(attribute) && twice(choices),
    min !== undefined &&
      max !== undefined &&
      min > max &&
      `takes numbers from ${min} to ${max}, and there are none`,
    min !== undefined &&
      max !== undefined &&
      min <= max &&
      whole === true &&
      Math.ceil(min) > max &&
      `takes whole numbers from ${min} to ${max}, and there are none`,
  ]
  const found = own.filter((fault) => typeof fault === 'string')
  return found.length ? found : initialFault(attribute)
}

const isChoice = ({ type }: Attribute) => attributeType(type).fields.choices !== undefined

function twice(choices: string[]): string | undefined {
  const [choice] = repeated(choices, (one) => one)
  return choice === undefined ? undefined : `has the choice “${choice}” twice`
}

/** An initial value is what a document is filed with: the attribute must hold it. */
function initialFault(attribute: Attribute): string[] {
  if (attribute.initial === undefined) return []
  try {
    valueFor(attribute, String(attribute.initial))
    return []
  } catch (error) {
    return [`begins with a value that it cannot hold: ${(error as Error).message}`]
  }
}
