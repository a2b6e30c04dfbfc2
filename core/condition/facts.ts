import type { ValueType } from '../attribute'

/** What a condition may ask of a document besides its attributes (model, section 2). */
export const facts: Record<string, ValueType> = {
  file_name: 'text',
  file_extension: 'text',
  folder_path: 'text',
  class_id: 'text',
  state_id: 'text',
  revision_label: 'text',
  revision_series: 'text',
  revision_major: 'text',
  revision_minor: 'text',
}

/** Words of conditions besides: what stands for a value, and what is called. */
const words = ['true', 'false', 'null', 'in', 'date', 'glob', 'isOneOf']

/** Whether a name means something in conditions already, so that no attribute can have it. */
export const isReserved = (name: string): boolean => Object.hasOwn(facts, name) || words.includes(name)
