export { canonicalNumber } from './canonical-number'
export { faultOfNumber } from './fault-of-number'
export { plainFileName } from './plain-file-name'
export { unseenIn } from './unseen'
