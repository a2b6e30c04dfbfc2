import type { Signature } from '../round'
import type { CommandKind } from './command-kind'

/** The signatures of a transition’s round from now on. */
export interface SetSignatures {
  kind: 'set-signatures'
  transition: string
  signatures: Signature[]
}

export const setSignatures: CommandKind<SetSignatures> = {
  apply: (document, { transition, signatures }) => ({
    ...document,
    signatures: [
      ...(document.signatures ?? []).filter((signature) => signature.transition !== transition),
      ...signatures,
    ],
  }),
}
