import { allowsIn, chainTo, type Person, principalsOf, type Reason, relationOf } from '../access'
import {
  type Lifecycle,
  lifecycleOf,
  type Seat,
  stateUseOf,
  type Transition,
  transitionOf,
} from '../configuration'
import { type Completing, completion } from './complete'
import { type Decision, done, progress, refused } from './decision'
import type { DocumentSnapshot } from './document'
import { reasonsAgainstFiring } from './reasons-against-firing'
import {
  isComplete,
  isMember,
  type Placement,
  placed,
  progressOf,
  roundOf,
  type Signature,
  type Signer,
  signaturesFor,
} from './round'
import { commentGiven, type Standing } from './standing'
import { rightsToFire } from './who-could'

/** A signature asked for. */
export type Signing = Omit<Completing, 'signatures'> & { seat?: string }

/**
 * What signing does: the signature alone while others are missing, and everything that the transition does once every
 * seat has enough (model, section 3, step 4). What would fail at completion refuses the first signature already.
 */
export function sign(request: Signing): Decision {
  const { document, lifecycle, transition } = request
  const before = signaturesFor(document, transition)
  const round = placement(request, before)
  const where = roundOf(lifecycle, transition)
  const signatures = round.signatures ?? before
  const { reasons, commands } = completion({ ...request, signatures })
  const against: Reason[] = [
    ...reasonsAgainstFiring(request, lifecycle, transition),
    ...(round.reasons ?? []).map((reason) => ({ ...reason, where })),
    ...reasons,
    ...(transition.comment === 'required' ? commentGiven(request, transition.name, where) : []),
  ]
  if (against.length) return refused(against)
  const signed = { kind: 'set-signatures' as const, transition: transition.id, signatures }
  if (isComplete(transition, signatures)) return done([signed, ...commands])
  return progress(progressOf(transition, signatures), [signed])
}

/** Where the new signature and those before it sit, or why there is no seat for it. */
function placement(request: Signing, before: Signature[]): Placement {
  const { person, transition, seat, comment, today } = request
  const { seats = [] } = transition
  const own = signerOf(request, person)
  const open = seats.filter((one) => isMember(own, one))
  const refusal = againstSeat(request, before, open)
  if (refusal) return { reasons: [refusal] }
  // Who is in no seat at all is told so by who may fire it.
  if (open.length === 0) return { signatures: before }
  const added: Signature = {
    ...{ transition: transition.id, person: person.id, name: person.name, initials: initialsOf(person) },
    ...{ named: seat ?? null, seat: seat ?? open[0]!.id, on: today, comment: comment?.trim() || null },
  }
  const people = request.people?.()
  const seatsOf = (signature: Signature) => {
    if (signature === added) return open.map(({ id }) => id)
    const who = people?.find(({ id }) => id === signature.person)
    const now = who ? seats.filter((one) => isMember(signerOf(request, who), one)).map(({ id }) => id) : []
    return [...new Set([...now, signature.seat])]
  }
  const signatures = [...before, added]
  return placed(transition, signatures, seatsOf, people && othersWhoCould(request, signatures, people))
}

/** Why somebody cannot sign, or not as the seat they name; undefined where they can. */
function againstSeat(
  { document, person, transition: { name, seats = [] }, seat }: Signing,
  before: Signature[],
  open: Seat[],
): Omit<Reason, 'where'> | undefined {
  if (before.some((signature) => signature.person === person.id))
    return {
      rule: 'signed-already',
      message: `${person.name} has signed ${name} of ${document.number} already`,
      wayOut: 'leave the rest to others, or withdraw the signature',
    }
  if (seat === undefined || open.some(({ id }) => id === seat)) return undefined
  const asked = seats.find(({ id }) => id === seat)
  const names = (of: Seat[]) => of.map((one) => one.name).join(' or ')
  return {
    rule: 'seat',
    message: asked
      ? `${person.name} is none of those who sign ${name} as ${asked.name}`
      : `${name} has no seat “${seat}”`,
    wayOut: open.length
      ? `sign as ${names(open)}`
      : `leave it to those who sign as ${names(asked ? [asked] : seats)}`,
  }
}

const signerOf = ({ folders, document }: Pick<Standing, 'folders' | 'document'>, person: Person): Signer => ({
  person,
  held: principalsOf(person, chainTo(folders, document.folder), relationOf(person, document)),
})

/** Everybody who could sign still: a member of a seat with the rights, not excluded, who has not signed. */
export function othersWhoCould(
  request: Pick<Signing, 'folders' | 'document' | 'lifecycle' | 'transition'>,
  signed: Signature[],
  people: Person[],
): Signer[] {
  const { document, folders, lifecycle, transition } = request
  const { seats = [], notBy = [] } = transition
  const chain = chainTo(folders, document.folder)
  const use = stateUseOf(lifecycle, document.state)
  const rights = rightsToFire(transition)
  const excluded = [...signed.map(({ person }) => person), ...notBy.map((whom) => document[whom])]
  return people
    .filter(({ id }) => !excluded.includes(id))
    .map((person) => signerOf(request, person))
    .filter(
      (one) =>
        seats.some((seat) => isMember(one, seat)) &&
        rights.every((right) => allowsIn(chain, one.held, use, right)),
    )
}

/** What stands for somebody in a slot: their initials, or the first letters of their names. */
export const initialsOf = ({ initials, name }: Person): string =>
  initials?.trim() ||
  name
    .split(/\s+/)
    .map((word) => Array.from(word)[0] ?? '')
    .join('')

/** Withdraws one’s own signature. The round goes on with the others, and ends with the last one. */
export function decideWithdrawal(request: Standing & { transition: string }): Decision {
  const { configuration, document, person } = request
  const lifecycle = lifecycleOf(configuration, document.lifecycle)
  const transition = transitionOf(lifecycle, request.transition)
  const signatures = signaturesFor(document, transition)
  if (!signatures.some((signature) => signature.person === person.id))
    return refused([notSigned(document, lifecycle, transition, person)])
  const left = signatures.filter((signature) => signature.person !== person.id)
  const command = { kind: 'set-signatures' as const, transition: transition.id, signatures: left }
  return left.length ? progress(progressOf(transition, left), [command]) : done([command])
}

const notSigned = (
  { number }: DocumentSnapshot,
  lifecycle: Lifecycle,
  transition: Transition,
  { name }: Person,
): Reason => ({
  rule: 'not-signed',
  message: `${name} has no signature in a round of ${transition.name} of ${number}`,
  where: roundOf(lifecycle, transition),
  wayOut: 'nothing is left to withdraw',
})

/** Why nobody can complete a round as it stands: seats that nobody is left for; none where it can be. */
export function againstCompleting(
  about: Pick<Signing, 'folders' | 'document' | 'lifecycle' | 'transition'>,
  people: Person[],
): Reason[] {
  const { document, lifecycle, transition } = about
  const signatures = signaturesFor(document, transition)
  if (isComplete(transition, signatures)) return []
  const others = othersWhoCould(about, signatures, people)
  const { reasons = [] } = placed(transition, signatures, ({ seat }) => [seat], others)
  return reasons.map((reason) => ({ ...reason, where: roundOf(lifecycle, transition) }))
}
