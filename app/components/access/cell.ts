import type { Principal } from '~~/core/access'

/** A cell of the access grid: somebody, in a state. */
export interface AccessCell {
  principal: Principal
  state: string
}
