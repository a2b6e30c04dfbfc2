export { type Control, EffectError, type EffectKind, type EffectPlace, type NamedState } from './effect-kind'
export {
  type Effect,
  effectKind,
  effectKinds,
  effectShape,
  checksByScript,
  readAttributes,
  writtenAttribute,
} from './effects'
