import type { Reason } from '../access'
import { attributeOf, schemeFor, type Lifecycle, type Transition } from '../configuration'
import { adoptedAttribute, first, format, positionOf, RevisionError, step, type Step } from '../revision'
import { adoptable } from './adopt'
import { whereIs } from './reasons-against-firing'
import type { Standing } from './standing'

const inRow = (where: string) => ({ rule: 'already' as const, where })

/** The label that a transition gives a document, or why it gives none. */
export function newLabel(
  { configuration, document }: Standing,
  lifecycle: Lifecycle,
  transition: Transition,
): { after: string | null; reasons: Reason[] } {
  const scheme = schemeFor(configuration, lifecycle)
  const { revision } = transition
  const refuse = (message: string, wayOut: string) => ({
    after: document.revision,
    reasons: [{ rule: 'revision' as const, message, where: whereIs(lifecycle, transition), wayOut }],
  })
  const adopted = adoptedAttribute(revision)
  if (adopted !== undefined) {
    const { id, name } = attributeOf(configuration, adopted)
    const value = document.record[id] ?? null
    const answer = adoptable(scheme, document, value === null ? null : String(value), name)
    if ('label' in answer) return { after: answer.label, reasons: [] }
    const { reasons, after } = refuse(answer.reason, `${name} in the record: ${answer.wayOut}`)
    return {
      after,
      reasons: answer.row ? reasons.map((one) => ({ ...one, ...inRow(answer.row!) })) : reasons,
    }
  }
  if (revision === 'keep') return { after: document.revision, reasons: [] }
  try {
    const at = document.revision === null ? undefined : positionOf(scheme, document.revision)
    return { after: format(scheme, at ? step(scheme, at, revision as Step) : first(scheme)), reasons: [] }
  } catch (error) {
    if (!(error instanceof RevisionError)) throw error
    return refuse(error.message, 'choose another step, or extend the revision scheme')
  }
}
