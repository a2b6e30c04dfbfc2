import type { Person, Principal, Reason } from '../access'
import type { Lifecycle, Seat, Transition } from '../configuration'
import { matching } from '../support'
import type { DocumentSnapshot } from './document'

/** A signature in an open round: who, as which seat, and when. */
export interface Signature {
  transition: string
  person: string
  name: string
  initials: string
  /** The seat that was named; null where it was left to the vault, which puts it anew with every signature. */
  named: string | null
  /** The seat that it counts for. */
  seat: string
  /** ISO day. */
  on: string
  comment: string | null
}

/** The signatures of a transition’s open round, in the order in which they were given. */
export const signaturesFor = (
  { signatures = [] }: Pick<DocumentSnapshot, 'signatures'>,
  { id }: Transition,
): Signature[] => signatures.filter(({ transition }) => transition === id)

/** How far a round is: of each seat who has signed, and how many are needed. */
export interface Progress {
  transition: string
  signed: number
  needed: number
  seats: { seat: string; needed: number; signed: string[] }[]
}

export function progressOf(transition: Transition, signatures: Signature[]): Progress {
  const seats = (transition.seats ?? []).map(({ id, needed }) => ({
    seat: id,
    needed,
    signed: signatures.filter(({ seat }) => seat === id).map(({ person }) => person),
  }))
  const needed = seats.reduce((sum, seat) => sum + seat.needed, 0)
  return { transition: transition.id, signed: signatures.length, needed, seats }
}

/** Somebody who could sign, and all that they are there. */
export interface Signer {
  person: Person
  held: Set<Principal>
}

export const isMember = ({ held }: Signer, { members }: Pick<Seat, 'members'>): boolean =>
  members.some((principal) => held.has(principal))

/** Where everybody sits, or why they cannot. */
export type Placement =
  { signatures: Signature[]; reasons?: never } | { signatures?: never; reasons: Omit<Reason, 'where'>[] }

/**
 * Puts the signatures of a round on seats so that the seats that are left can be filled by others: a largest matching
 * of chairs and people. Whoever named a seat sits there; who named none is put anew.
 * `seatsOf` says which seats a signer who named none could take; `others` are those who could sign still, undefined
 * where nobody is known.
 */
export function placed(
  transition: Transition,
  signatures: Signature[],
  seatsOf: (signature: Signature) => string[],
  others: Signer[] | undefined,
): Placement {
  const { seats = [], name } = transition
  const chairs = seats.flatMap((seat) => Array.from({ length: seat.needed }, () => seat))
  const allowed = signatures.map((signature) =>
    // A seat that was named may have gone with a publish since.
    signature.named !== null && seats.some(({ id }) => id === signature.named)
      ? [signature.named]
      : seatsOf(signature),
  )
  const bySigner = chairs.map(({ id }) => allowed.flatMap((ids, index) => (ids.includes(id) ? [index] : [])))
  const seated = matching(bySigner)
  if (seated.size < signatures.length) return { reasons: [seatFull(transition, allowed.at(-1)!)] }
  const byAll = chairs.map((seat, chair) => [
    ...bySigner[chair]!,
    ...(others ?? []).flatMap((other, index) => (isMember(other, seat) ? [signatures.length + index] : [])),
  ])
  const filled = others ? matching(byAll, seated) : seated
  const lacking = others
    ? seats.filter((seat) => chairs.some((one, chair) => one === seat && !filled.has(chair)))
    : []
  if (lacking.length)
    return {
      reasons: lacking.map((seat) => ({
        rule: 'seat',
        message: `nobody would be left who could sign ${name} as ${seat.name}`,
        wayOut: `give the seat ${seat.name} more people, or let somebody who may sign it have the right to move there`,
      })),
    }
  const chairOf = new Map([...filled].map(([chair, person]) => [person, chair]))
  return {
    signatures: signatures.map((signature, index) => ({
      ...signature,
      seat: chairs[chairOf.get(index)!]!.id,
    })),
  }
}

function seatFull({ name, seats = [] }: Transition, wanted: string[]): Omit<Reason, 'where'> {
  const names = seats.filter(({ id }) => wanted.includes(id)).map((seat) => seat.name)
  return {
    rule: 'seat-full',
    message: `${names.join(' and ') || 'every seat'} of ${name} ${names.length > 1 ? 'have' : 'has'} all the signatures that are needed`,
    wayOut: 'leave it to the seats that are still open',
  }
}

/** Whether every seat has the signatures it needs. */
export const isComplete = ({ seats = [] }: Transition, signatures: Signature[]): boolean =>
  seats.every(({ id, needed }) => signatures.filter(({ seat }) => seat === id).length >= needed)

/** Where a signature is asked for, for reasons. */
export const roundOf = (lifecycle: Lifecycle, { name }: Transition): string =>
  `${lifecycle.name}, the round of ${name}`
