import type { CommandKind } from './command-kind'

/** Puts a letter into the outbox, to whom the notice names; who that is is known where the chain of moves ends. */
export interface Tell {
  kind: 'tell'
  transition: string
  to: string[]
  subject: string
  body: string
}

export const tell: CommandKind<Tell> = { apply: (document) => document }
