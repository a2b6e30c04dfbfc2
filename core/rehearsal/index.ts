export { type Answer, contains } from './answer'
export { documentIn, type Place, plan, type Planned } from './plan'
export { readAct, RehearsalError, rehearse, type RehearsedAct } from './rehearse'
export { emptyWorld, type World } from './world'
