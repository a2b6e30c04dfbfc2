import type { CommandKind } from './command-kind'

export interface SetOwner {
  kind: 'set-owner'
  before: string
  after: string
}

export const setOwner: CommandKind<SetOwner> = {
  apply: (document, { after }) => ({ ...document, owner: after }),
}
