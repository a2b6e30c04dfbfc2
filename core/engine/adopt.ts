import type { Reason } from '../access'
import { type Lifecycle, lifecycleOf, schemeIn, stateName, stateUseOf } from '../configuration'
import { compare, parse, positionOf, refusalSentence, type RevisionScheme } from '../revision'
import { type Decision, done, refused } from './decision'
import type { DocumentSnapshot, RegisterRow } from './document'
import { relabelled } from './relabel'
import { allowsAll } from './rights'
import { checkedIn, type Standing } from './standing'

/** A label to take over, and where it comes from, for messages: an attribute's name, or “the label entered”. */
export interface Adoption extends Standing {
  label: string | null
  source: string
}

/**
 * What adopting a label would do, or every reason against (model, section 3): the document checked in; the
 * right `adopt` on
 * folder and state; adoption on in the state; a scheme; a label that the scheme accepts, in canonical form;
 * not below a native revision.
 */
export function decideAdoption(request: Adoption): Decision {
  const { configuration, document } = request
  const lifecycle = lifecycleOf(configuration, document.lifecycle)
  const scheme = schemeIn(configuration, lifecycle)
  const standing = [
    ...checkedIn(request),
    ...allowsAll(request, lifecycle, ['adopt']).reasons,
    ...adoptionIsOn(request, lifecycle),
  ]
  if (!scheme) return refused([...standing, withoutScheme(lifecycle)])
  const label = adoptable(scheme, document, request.label, request.source)
  if (!('label' in label)) {
    const { reason: message, wayOut, row } = label
    const of = row ? { rule: 'already' as const, where: row } : { rule: 'label' as const, where: scheme.name }
    return refused([...standing, { ...of, message, wayOut }])
  }
  const reasons = [...standing, ...already(document, label.label)]
  if (reasons.length) return refused(reasons)
  return done(relabelled(request, lifecycle, label.label, 'adopted', `Adopted from ${request.source}`))
}

const withoutScheme = ({ name }: Lifecycle): Reason => ({
  rule: 'scheme',
  message: `${name} has no revision scheme`,
  where: name,
  wayOut: 'give the lifecycle a scheme',
})

type Answer = { label: string } | { reason: string; wayOut: string; row?: string }

/**
 * A transition may take a label over that the document has already, on its way to another state; adopting it
 * in place would do nothing.
 */
function already({ number, revision, register }: DocumentSnapshot, label: string): Reason[] {
  if (label !== revision || !register.some((row) => row.label === revision)) return []
  return [
    {
      rule: 'already',
      message: `${label} is its label already`,
      where: `the register of ${number}`,
      wayOut: 'nothing is left to do',
    },
  ]
}

/** Labels are adopted only in states that say so. */
export function adoptionIsOn(
  { configuration, document }: Pick<Standing, 'configuration' | 'document'>,
  lifecycle: Lifecycle,
): Reason[] {
  if (stateUseOf(lifecycle, document.state).adoption) return []
  const state = stateName(configuration, document.state)
  const others = lifecycle.states
    .filter((use) => use.adoption)
    .map((use) => stateName(configuration, use.state))
  return [
    {
      rule: 'adoption',
      message: `labels are not adopted in ${state}`,
      where: `${lifecycle.name}, state ${state}`,
      wayOut: `${others.length ? `bring it to ${others.join(' or ')}, or ` : ''}switch adoption on in ${state}`,
    },
  ]
}

/**
 * The canonical label that a document may adopt.
 * @returns the label, or why the label cannot be taken: empty, refused by the scheme, below a native revision, or in
 *   an older `row` of the register already
 */
export function adoptable(
  scheme: RevisionScheme,
  document: Pick<DocumentSnapshot, 'number' | 'revision' | 'register'>,
  raw: string | null,
  source: string,
): Answer {
  if (raw === null || raw.trim() === '')
    return { reason: `${source} is empty: there is no label to adopt`, wayOut: 'enter the label it carries' }
  const reading = parse(scheme, raw)
  if (!reading.ok)
    return {
      reason: refusalSentence(scheme, raw, reading.reason, reading.nearest),
      wayOut: reading.nearest.length
        ? `correct it, perhaps to ${reading.nearest.join(' or ')}`
        : 'correct it',
    }
  const natives = document.register.filter(({ origin }) => origin === 'native')
  const unread = natives.find(({ label }) => !parse(scheme, label).ok)
  if (unread)
    return {
      reason: `${unread.label}, which was registered in the vault, is no label of ${scheme.name} any more`,
      wayOut: `correct ${unread.label} in the register first`,
    }
  const native = highest(scheme, natives)
  if (native && compare(scheme, reading.position, positionOf(scheme, native)) < 0)
    return {
      reason: `${reading.canonical} lies below ${native}, which was registered in the vault`,
      wayOut: `adopt ${native} or a later label, or correct ${native} in the register first`,
    }
  return olderRow(document, reading.canonical) ?? { label: reading.canonical }
}

/** Refuses a label that an older row of the register has: it would stand there twice. */
function olderRow(
  { number, revision, register }: Pick<DocumentSnapshot, 'number' | 'revision' | 'register'>,
  label: string,
): Answer | undefined {
  const row = register.findIndex((one) => one.label === label)
  if (row < 0 || label === revision) return undefined
  return {
    reason: `${label} stands in the register already, in row ${row + 1}`,
    wayOut: 'adopt a later label, or correct that row first',
    row: `the register of ${number}, row ${row + 1}`,
  }
}

function highest(scheme: RevisionScheme, rows: RegisterRow[]): string | undefined {
  const labels = rows.map((row) => row.label)
  return labels.sort((a, b) => compare(scheme, positionOf(scheme, b), positionOf(scheme, a)))[0]
}
