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
