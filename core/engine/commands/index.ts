import type { DocumentSnapshot } from '../document'
import { addRegisterRow, type AddRegisterRow } from './add-register-row'
import { addVersion, type AddVersion } from './add-version'
import type { CommandKind } from './command-kind'
import { correctRegisterRow, type CorrectRegisterRow } from './correct-register-row'
import { moveRegisterRow, type MoveRegisterRow } from './move-register-row'
import { setLabel, type SetLabel } from './set-label'
import { setOwner, type SetOwner } from './set-owner'
import { setState, type SetState } from './set-state'
import { writeAttribute, type WriteAttribute } from './write-attribute'

/**
 * What an act does, piece by piece; carried out in order and together, in memory or in one transaction of the
 * vault.
 */
export type Command =
  | SetLabel
  | WriteAttribute
  | SetState
  | SetOwner
  | AddRegisterRow
  | CorrectRegisterRow
  | MoveRegisterRow
  | AddVersion

/** Every kind of command. One that is missing here does not compile. */
export const commandKinds: { [Kind in Command['kind']]: CommandKind<Extract<Command, { kind: Kind }>> } = {
  'set-label': setLabel,
  'write-attribute': writeAttribute,
  'set-state': setState,
  'set-owner': setOwner,
  'add-register-row': addRegisterRow,
  'correct-register-row': correctRegisterRow,
  'move-register-row': moveRegisterRow,
  'add-version': addVersion,
}

/** A document after commands, in memory: what prediction and rehearsal look at. */
export const carryOut = (document: DocumentSnapshot, commands: Command[]): DocumentSnapshot =>
  commands.reduce((before, command) => {
    const { apply } = commandKinds[command.kind] as unknown as CommandKind<Command>
    return apply(before, command)
  }, document)

/** The commands of one kind. */
export const ofKind = <Kind extends Command['kind']>(commands: Command[], kind: Kind) =>
  commands.filter((command): command is Extract<Command, { kind: Kind }> => command.kind === kind)
