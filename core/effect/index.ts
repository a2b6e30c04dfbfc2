export { type Control, EffectError, type EffectKind } from './effect-kind'
export { type Effect, effectKind, effectKinds, effectShape, writtenAttribute } from './effects'
