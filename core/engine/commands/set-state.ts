import type { CommandKind } from './command-kind'

export interface SetState {
  kind: 'set-state'
  from: string
  to: string
}

export const setState: CommandKind<SetState> = {
  apply: (document, { to }) => ({ ...document, state: to }),
}
