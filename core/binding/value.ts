import { type Attribute, isoDay, type Value, valueFor } from '../attribute'

/** How values are written into files, and how what stands in files is understood, where plain text will not do. */
interface Writing {
  written?: (value: Value) => string
  understood?: (text: string, attribute: Attribute) => string
}

const writings: Partial<Record<Attribute['type'], Writing>> = {
  date: { understood: (text) => isoDay(text.replace(/T.*$/, '')) ?? text },
  number: { understood: (text, { unit }) => withoutUnit(text, unit).replace(/^([-+]?\d+),(\d+)$/, '$1.$2') },
  yesno: {
    written: (value) => (value === true ? 'yes' : 'no'),
    understood: (text) => ({ 1: 'yes', 0: 'no', '-1': 'yes' })[text] ?? text,
  },
}

/** A number as it stands on sheets may have its unit behind it. */
const withoutUnit = (text: string, unit: string | undefined): string =>
  unit && text.toLowerCase().endsWith(unit.toLowerCase()) ? text.slice(0, -unit.length).trim() : text

/** A value as it is written into a file: nothing as an empty text, a day in ISO 8601, a number with a point. */
export function textOf({ type }: Attribute, value: Value): string {
  if (value === null) return ''
  return writings[type]?.written?.(value) ?? String(value)
}

/**
 * What stands in a file as a value: days as 31.12.2014 too, numbers with a decimal comma and their unit, yes and no as
 * 1 and 0. @throws Error that names the attribute and what it takes.
 */
export function valueOf(attribute: Attribute, text: string): Value {
  const trimmed = text.trim()
  return valueFor(attribute, writings[attribute.type]?.understood?.(trimmed, attribute) ?? trimmed)
}
