import type { Configuration } from '../types'
import { applyEdit, type Edit } from './index'

/**
 * Applies the edits of a draft, as often as they change. Those that begin the list as they did the last time are not
 * applied again: what no edit has touched since then stays the same object, so that a page draws only what changed.
 *
 * @returns a function of the configuration that the draft began with and of its edits. It throws as `applyEdit`.
 */
export function replaying(): (start: Configuration, edits: Edit[]) => Configuration {
  let begun: Configuration | undefined
  let steps: { edit: Edit; after: Configuration }[] = []
  return (start, edits) => {
    const known = begun === start ? steps : []
    const changed = edits.findIndex((edit, index) => known[index]?.edit !== edit)
    begun = start
    steps = known.slice(0, changed === -1 ? edits.length : changed)
    for (const edit of edits.slice(steps.length))
      steps.push({ edit, after: applyEdit(steps.at(-1)?.after ?? start, edit) })
    return steps.at(-1)?.after ?? start
  }
}
