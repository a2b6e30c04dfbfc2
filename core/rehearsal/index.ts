export { type Answer, contains } from './answer'
export { readAct, RehearsalError, rehearse, type RehearsedAct } from './rehearse'
export { emptyWorld, type World } from './world'
