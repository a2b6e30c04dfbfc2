import type { TriggerKind } from './trigger-kind'

export const unattended: TriggerKind = {
  name: 'unattended',
  who: () => 'by itself',
  named: () => [],
  byPeople: false,
  dashed: true,
}
