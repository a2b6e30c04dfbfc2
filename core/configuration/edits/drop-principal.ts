import { type Principal, principalShape } from '../../access'
import { text } from '../../shape'
import { principalName } from '../look-up'
import type { StateUse } from '../types'
import { changeLifecycle } from './changes'
import type { EditKind } from './edit-kind'

/** Takes somebody off the access rows of a lifecycle. */
export interface DropPrincipal {
  kind: 'drop-principal'
  lifecycle: string
  principal: Principal
}

export const dropPrincipal: EditKind<DropPrincipal> = {
  fields: { lifecycle: text(80), principal: principalShape },
  apply: (configuration, { lifecycle: id, principal }) =>
    changeLifecycle(configuration, id, (lifecycle) => ({
      ...lifecycle,
      states: lifecycle.states.map((use) => without(use, principal)),
    })),
  words: (configuration, { principal }) =>
    `Take ${principalName(configuration, principal)} off the access rows`,
}

function without(use: StateUse, principal: Principal): StateUse {
  const { [principal]: _gone, ...grants } = use.grants
  return { ...use, grants }
}
