import { text } from '../../shape'
import { attributeOf, lifecycleOf } from '../look-up'
import { EditError } from '../naming'
import type { Configuration } from '../types'
import { changeLifecycle, patched } from './changes'
import type { EditKind } from './edit-kind'

/** Says which attribute carries the label; null for none. */
export interface KeepLabel {
  kind: 'keep-label'
  lifecycle: string
  attribute: string | null
}

export const keepLabel: EditKind<KeepLabel> = {
  fields: { lifecycle: text(80), attribute: { ...text(80), nullable: true } },
  apply: (configuration, { lifecycle: id, attribute }) =>
    changeLifecycle(configuration, id, (lifecycle) =>
      patched(lifecycle, { revisionAttribute: attribute && labelAttribute(configuration, attribute) }),
    ),
  words: (configuration, { lifecycle, attribute }) =>
    `${lifecycleOf(configuration, lifecycle).name} keeps its label in ${attribute ? attributeOf(configuration, attribute).name : 'no attribute'}`,
}

/** An attribute that can hold any label. */
function labelAttribute(configuration: Configuration, id: string): string {
  const { name, type } = attributeOf(configuration, id)
  if (type !== 'text') throw new EditError(`${name} cannot hold a label: it is no text`)
  return id
}
