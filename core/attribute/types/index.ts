import type { AttributeType } from './attribute-type'
import { choice } from './choice'
import { date } from './date'
import { number } from './number'
import { text } from './text'
import { yesno } from './yesno'

/** Every type of attribute. */
export const attributeTypes = { text, number, date, yesno, choice } satisfies Record<string, AttributeType>

export type AttributeTypeName = keyof typeof attributeTypes

/** One type of attribute. @throws Error where there is no such type. */
export function attributeType(name: AttributeTypeName): AttributeType {
  const type: AttributeType | undefined = attributeTypes[name]
  if (!type) throw new Error(`there is no attribute type “${name}”`)
  return type
}
