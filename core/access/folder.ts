import type { Principal } from './principal'
import type { Right } from './rights'

/** A folder and what it says about access. Paths start at the root, `/`, without a slash at the end. */
export interface Folder {
  path: string
  roles?: Record<string, Principal[]>
  grants?: Record<Principal, Right[]>
  withhold?: Record<Principal, Right[]>
  /** Nothing is taken over from the folders above. */
  startAfresh?: boolean
}
