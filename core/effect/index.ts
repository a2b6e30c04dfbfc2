export { type Control, EffectError, type EffectKind, type Moment } from './effect-kind'
export { type Effect, effectKind, effectKinds, effectShape, writtenAttribute } from './effects'
