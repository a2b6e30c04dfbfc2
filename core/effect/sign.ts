import { attributeId, either, type FieldsOf, id, one, whole } from '../shape'
import { type EffectKind, notCarriedOut } from './effect-kind'

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
  faults({ attribute, seat: seatId, signer }, { attributes, transition, byQuorum, seats }) {
    const slot = attributes.find((other) => other.id === attribute)?.name ?? attribute
    const seat = seats.find((other) => other.id === seatId)
    const missing = (why: string) => {
      const message = `${slot} waits for a signer that ${transition} never has: ${why}`
      return [{ code: 'signer-missing' as const, message }]
    }
    if (!byQuorum) return missing('it is not fired by quorum')
    if (!seat) return missing(`it has no seat “${seatId}”`)
    if (signer === 'last' || (signer >= 1 && signer <= seat.needed)) return []
    return missing(`signer ${signer} of ${seat.name}, which has ${seat.needed}`)
  },
  carryOut: notCarriedOut('sign'),
}
