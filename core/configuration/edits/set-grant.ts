import { type Principal, principalShape, type Right, rights, rightShape } from '../../access'
import { list, text } from '../../shape'
import { principalName, stateName } from '../look-up'
import type { StateUse } from '../types'
import { changeUse } from './changes'
import type { EditKind } from './edit-kind'

/** Says what somebody may do in a state. */
export interface SetGrant {
  kind: 'set-grant'
  lifecycle: string
  state: string
  principal: Principal
  rights: Right[]
}

export const setGrant: EditKind<SetGrant> = {
  fields: {
    lifecycle: text(80),
    state: text(80),
    principal: principalShape,
    rights: list(rightShape, 10 * rights.length),
  },
  apply: (configuration, edit) =>
    changeUse(configuration, edit, (use) => ({ ...use, grants: granted(use, edit) })),
  words: (configuration, { principal, state, rights: listed }) =>
    `${principalName(configuration, principal)} in ${stateName(configuration, state)}: ${listed.join(' ') || 'nothing'}`,
}

/** A row that is there stays, also with no right in it. */
function granted({ grants }: StateUse, { principal, rights: listed }: SetGrant): StateUse['grants'] {
  return listed.length || principal in grants ? { ...grants, [principal]: listed } : grants
}
