import type { Effect } from '../../effect'
import type { RevisionStep } from '../../revision'
import type { PatternTransition } from '../patterns'
import type { Notice } from '../types'
import { control } from './usual-states'

const stamp: Effect = { kind: 'write', attribute: 'stamp', value: '{{ to.name }}' }
/** Issuing writes the stamp with the day, who issued it and when, and makes a PDF. */
const issueEffects: Effect[] = [
  { kind: 'write', attribute: 'stamp', value: '{{ to.name }} {{ today }}' },
  { kind: 'write', attribute: 'issued_by', value: '{{ person.name }}' },
  { kind: 'write', attribute: 'issued_on', value: '{{ today }}' },
  { kind: 'render', format: 'pdf' },
]

const asksToSign: Notice = {
  to: ['nextSigners'],
  subject: '{{ number }} {{ revision }} waits to be checked',
  body: '{{ person.name }} asks you to check {{ number }} {{ title }}.\n\n{{ comment }}',
}
const comesBack: Notice = {
  to: ['owner'],
  subject: '{{ number }} comes back to you',
  body: '{{ person.name }}: {{ comment }}',
}
const isIssued: Notice = {
  to: ['owner'],
  subject: '{{ number }} {{ revision }} is issued',
  body: '{{ person.name }} has issued {{ number }} {{ title }}.',
}

/** The parts of a transition that differ from pattern to pattern. */
type Parts = Pick<PatternTransition, 'name' | 'to'> &
  Partial<Omit<PatternTransition, 'name' | 'to' | 'from'>> & { from: string }

/** Fills the usual parts of a transition in. */
const transition = ({ from, ...parts }: Parts): PatternTransition => ({
  revision: 'keep',
  effects: [stamp],
  ...parts,
  from: [from],
})

/** An author asks those who sign next. The document needs a title by then. */
export const asks = (parts: Parts): PatternTransition =>
  transition({ firedBy: ['Author'], guard: 'title != null', notices: [asksToSign], ...parts })

/** A role gives a document back, with a comment. */
export const returns = (role: string, parts: Parts): PatternTransition =>
  transition({ firedBy: [role], comment: 'required', notices: [comesBack], ...parts })

/** A document is issued by somebody other than who has changed it last. */
const usualIssue: Partial<PatternTransition> = {
  notBy: ['lastEditor'],
  effects: issueEffects,
  notices: [isIssued],
}

/** A role issues a document by hand. */
export const issues = (role: string, parts: Parts): PatternTransition =>
  transition({ ...usualIssue, firedBy: [role], ...parts })

/** One person of each role signs, and the last signature issues the document. Signatures are late after ten days. */
export const signs = (roles: string[], parts: Parts): PatternTransition =>
  transition({
    ...usualIssue,
    trigger: 'quorum',
    seats: roles.map((role) => ({ id: role.toLowerCase(), name: role, members: [role], needed: 1 })),
    due: 10,
    ...parts,
  })

/** An author takes an issued document up again, at the next label. */
export const revises = (parts: Parts): PatternTransition =>
  transition({ firedBy: ['Author'], revision: 'major', ...parts })

/** A role or document control ends a document’s life, with a comment. */
export const retires = (role: string, parts: Parts): PatternTransition =>
  transition({ firedBy: [role, control], comment: 'required', ...parts })

const adopts: RevisionStep = 'adopt:legacy_revision'

/** Document control takes a label from before the vault over: as issued, or as still in work. */
export function takesOver(entry: string, issuedState: string): PatternTransition[] {
  const usual = { from: entry, firedBy: [control], guard: 'legacy_revision != null', revision: adopts }
  return [
    transition({ ...usual, name: `Take over as ${issuedState.toLowerCase()}`, to: issuedState }),
    transition({ ...usual, name: 'Take over in work', to: entry }),
  ]
}
