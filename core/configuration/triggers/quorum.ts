import { seatsInWords } from '../words'
import type { TriggerKind } from './trigger-kind'

export const quorum: TriggerKind = {
  name: 'by quorum',
  who: (configuration, { seats = [] }) =>
    seats.length ? seatsInWords(configuration, seats) : 'no seats yet',
  named: ({ seats = [] }) => seats.flatMap(({ members }) => members),
  byPeople: true,
  dashed: false,
}
