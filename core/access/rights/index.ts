import { one, type Shape } from '../../shape'
import { adopt } from './adopt'
import { remove } from './delete'
import { edit } from './edit'
import { history } from './history'
import { move } from './move'
import { open } from './open'
import type { RightKind } from './right-kind'
import { rollback } from './rollback'
import { see } from './see'

/** Every right there is, in the order in which they are shown. */
export const rightKinds = {
  see,
  history,
  open,
  edit,
  adopt,
  rollback,
  move,
  delete: remove,
} satisfies Record<string, RightKind>

export type Right = keyof typeof rightKinds
export const rights = Object.keys(rightKinds) as Right[]

/** What one right is. */
export const rightKind = (right: Right): RightKind => rightKinds[right]

export const rightShape: Shape = one(rights)
