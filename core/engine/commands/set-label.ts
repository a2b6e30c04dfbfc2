import type { CommandKind } from './command-kind'

export interface SetLabel {
  kind: 'set-label'
  before: string | null
  after: string | null
}

export const setLabel: CommandKind<SetLabel> = {
  apply: (document, { after }) => ({ ...document, revision: after }),
}
