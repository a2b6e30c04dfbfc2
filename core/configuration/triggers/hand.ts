import { principalName } from '../look-up'
import type { TriggerKind } from './trigger-kind'

export const hand: TriggerKind = {
  name: 'by hand',
  who: (configuration, { firedBy = [] }) =>
    firedBy.map((principal) => principalName(configuration, principal)).join(', ') || 'nobody yet',
  named: ({ firedBy = [] }) => firedBy,
  byPeople: true,
  dashed: false,
}
