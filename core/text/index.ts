export { editDistance } from './edit-distance'
export { remembered } from './remember'
