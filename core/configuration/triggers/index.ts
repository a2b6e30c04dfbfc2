import { one, type Shape } from '../../shape'
import { hand } from './hand'
import { quorum } from './quorum'
import type { TriggerKind } from './trigger-kind'
import { unattended } from './unattended'

/** Every way in which a transition comes to fire. */
export const triggerKinds = { hand, unattended, quorum } satisfies Record<string, TriggerKind>

export type Trigger = keyof typeof triggerKinds
export const triggerKind = (trigger: Trigger): TriggerKind => triggerKinds[trigger]
export const triggerShape: Shape = one(
  Object.keys(triggerKinds),
  'a transition is fired by hand, unattended or by quorum',
)
