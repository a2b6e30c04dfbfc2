export { canonicalNumber } from './canonical-number'
