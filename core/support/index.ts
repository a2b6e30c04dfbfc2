export { compareText } from './compare-text'
export { editDistance } from './edit-distance'
export { groupBy } from './group-by'
export { remembered } from './remember'
