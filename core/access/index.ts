export { heldAs, playersOf } from './as-principal'
export { type Directory } from './directory'
export { directoryFields, grantsShape } from './shape'
export { type AccessQuestion, type Because, explain, type Explanation, type RuleAt } from './explain'
export { type Folder } from './folder'
export { type Person } from './person'
export {
  anyone,
  creator,
  idOf,
  owner,
  playerShape,
  principal,
  type Principal,
  type PrincipalKind,
  principalShape,
  readPrincipal,
} from './principal'
export { type Relation, relationOf, relations, stranger } from './relation'
export { type Reason } from './reason'
export { type Right, rightKind, rights, rightShape } from './rights'
export {
  bitOf,
  type InFolder,
  parentOf,
  rightsInFolders,
  rightsInState,
  rightSet,
  type RightSet,
  rightsOf,
} from './rights-in'
export { type StateOfRights } from './rights/right-kind'
export {
  allows,
  allowsIn,
  chainTo,
  folderGrants,
  type Granting,
  principalsOf,
  stateGrants,
  withRelation,
} from './rules'
