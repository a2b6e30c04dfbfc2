import { compare, parse, positionOf, refusalSentence, type RevisionScheme } from '../revision'
import type { DocumentSnapshot, RegisterRow } from './types'

/**
 * The canonical label that a document may adopt.
 * @returns the label, or why the label cannot be taken: empty, refused by the scheme, or below a native revision.
 */
export function adoptable(scheme: RevisionScheme, document: DocumentSnapshot, raw: string | null, source: string): { label: string } | { reason: string } {
  if (raw === null || raw.trim() === '') return { reason: `${source} is empty: there is no label to adopt` }
  const reading = parse(scheme, raw)
  if (!reading.ok) return { reason: refusalSentence(scheme, raw, reading.reason, reading.nearest) }
  const native = highestNative(scheme, document.register)
  if (native && compare(scheme, reading.position, positionOf(scheme, native)) < 0)
    return { reason: `${reading.canonical} lies below ${native}, which was registered in the vault` }
  return { label: reading.canonical }
}

function highestNative(scheme: RevisionScheme, register: RegisterRow[]): string | undefined {
  const labels = register.filter((row) => row.origin === 'native').map((row) => row.label)
  return labels.sort((a, b) => compare(scheme, positionOf(scheme, b), positionOf(scheme, a)))[0]
}
