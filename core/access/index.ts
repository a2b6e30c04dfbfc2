export { type Directory } from './directory'
export { directoryFields } from './shape'
export { type Folder } from './folder'
export { type Person } from './person'
export {
  anyone,
  idOf,
  principal,
  type Principal,
  type PrincipalKind,
  principalShape,
  readPrincipal,
} from './principal'
export { type Reason } from './reason'
export { type Right, rightKind, rights, rightShape } from './rights'
export { type StateOfRights } from './rights/right-kind'
export { allows, allowsIn, chainTo, folderGrants, principalsOf, stateGrants } from './rules'
