import { type Attribute, valueFor } from '../attribute'
import { attributeId, either, type FieldsOf, id, one, whole } from '../shape'
import { EffectError, type EffectFault, type EffectKind } from './effect-kind'

const parts = ['name', 'initials', 'date'] as const

/** Puts the name, the initials or the day of a seat's signer into a signature slot. */
export interface SignEffect {
  kind: 'sign'
  attribute: string
  seat: string
  signer: number | 'last'
  part: (typeof parts)[number]
}

export const sign: EffectKind<SignEffect> = {
  name: 'sign',
  fields: {
    attribute: attributeId,
    seat: id,
    signer: either([whole(1, 100), one(['last'])], 'the signer is a number or “last”'),
    part: one(parts),
  } satisfies FieldsOf<Omit<SignEffect, 'kind'>>,
  controls: [
    { field: 'attribute', label: 'Attribute', as: 'attribute' },
    { field: 'seat', label: 'Seat', as: 'seat' },
    { field: 'signer', label: 'Signer', as: 'signer' },
    { field: 'part', label: 'Part', as: 'choice', choices: parts },
  ],
  blank: ({ attributes, seats }) => ({
    attribute: attributes[0]?.id ?? '',
    seat: seats[0]?.id ?? 'seat',
    signer: 'last',
    part: 'name',
  }),
  words: ({ attribute, part, signer, seat }, names) =>
    `${names.of(attribute)} gets the ${part} of ${signer === 'last' ? 'the last signer' : `signer ${signer}`} of ${seat}`,
  writes: ({ attribute }) => attribute,
  faults({ attribute, seat: seatId, signer, part }, { attributes, transition, byQuorum, seats }) {
    const slot = attributes.find((other) => other.id === attribute)?.name ?? attribute
    const seat = seats.find((other) => other.id === seatId)
    const missing = (why: string) => {
      const message = `${slot} waits for a signer that ${transition} never has: ${why}`
      return [{ code: 'signer-missing' as const, message }]
    }
    if (!byQuorum) return missing('it is not fired by quorum')
    if (!seat) return missing(`it has no seat “${seatId}”`)
    if (seat.needed < 1) return missing(`nobody has to sign as ${seat.name}`)
    if (signer !== 'last' && (signer < 1 || signer > seat.needed))
      return missing(`signer ${signer} of ${seat.name}, which has ${seat.needed}`)
    return cannotHold(
      attributes.find((other) => other.id === attribute),
      part,
      transition,
    )
  },
  carryOut({ attribute: id, seat, signer, part }, { attributes, today, signers, seats, isComplete }) {
    const ofSeat = signers.filter((one) => one.seat === seat)
    const found = signer === 'last' ? ofSeat.at(-1) : ofSeat[signer - 1]
    const attribute = attributes.find((other) => other.id === id)
    const refuse = (why: string) =>
      new EffectError(`the slot ${id} cannot be filled: ${why}`, 'mend the slot on the lifecycle sheet')
    if (!attribute) throw refuse('there is no such attribute in this configuration')
    // Before the round is complete somebody may be missing who will have signed by then.
    const { needed = 0 } = seats.find((one) => one.id === seat) ?? {}
    if (!found && !isComplete && needed >= (signer === 'last' ? 1 : signer)) return []
    if (!found) throw refuse(`nobody signs as ${signer === 'last' ? 'last' : `number ${signer}`} of ${seat}`)
    const text = { name: found.name, initials: found.initials, date: today }[part]
    try {
      return [{ kind: 'write-attribute', attribute: id, value: valueFor(attribute, text) }]
    } catch (cause) {
      throw refuse((cause as Error).message)
    }
  },
}

/** The types of attribute that take what a slot gets. Names and days may be choices, if somebody made them so. */
const takers: Record<SignEffect['part'], string[]> = {
  name: ['text', 'choice'],
  initials: ['text', 'choice'],
  date: ['text', 'date'],
}

function cannotHold(
  attribute: Attribute | undefined,
  part: SignEffect['part'],
  transition: string,
): EffectFault[] {
  if (!attribute || takers[part].includes(attribute.type)) return []
  const message = `${transition} is always refused: ${attribute.name} cannot hold the ${part} of a signer`
  return [{ code: 'write-impossible', message }]
}
