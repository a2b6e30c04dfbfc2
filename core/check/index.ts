export { check } from './check'
export { type Finding, findingKey } from './finding'
export { unattendedIn } from './guards'
export { unusedRights, usersOfRight } from './unused-rights'
