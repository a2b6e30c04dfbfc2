import type { Attribute } from '../attribute'
import { attributeId, either, type FieldsOf, id, one, whole } from '../shape'
import { type EffectFault, type EffectKind, notCarriedOut } from './effect-kind'

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
  isAwaited: true,
  carryOut: notCarriedOut('sign'),
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
