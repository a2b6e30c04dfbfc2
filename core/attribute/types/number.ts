import { number as aNumber, optional, text, yesno } from '../../shape'
import type { AttributeType } from './attribute-type'

export const number: AttributeType = {
  name: 'number',
  valueType: 'number',
  fields: {
    whole: optional(yesno),
    min: optional(aNumber),
    max: optional(aNumber),
    unit: optional(text(40)),
  },
  takes({ whole, min, max }, trimmed) {
    const value = Number(trimmed)
    if (!Number.isFinite(value)) return 'a number'
    if (whole && !Number.isInteger(value)) return 'a whole number'
    return `a number from ${min ?? '−∞'} to ${max ?? '∞'}`
  },
  read({ whole, min = -Infinity, max = Infinity }, trimmed) {
    const value = Number(trimmed)
    const fits = Number.isFinite(value) && (!whole || Number.isInteger(value)) && value >= min && value <= max
    return fits ? value : undefined
  },
}
