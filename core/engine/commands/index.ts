import type { DocumentSnapshot } from '../document'
import { addRegisterRow, type AddRegisterRow } from './add-register-row'
import { addVersion, type AddVersion } from './add-version'
import type { CommandKind } from './command-kind'
import { correctRegisterRow, type CorrectRegisterRow } from './correct-register-row'
import { moveRegisterRow, type MoveRegisterRow } from './move-register-row'
import { queueJob, type QueueJob } from './queue-job'
import { setEditor, type SetEditor } from './set-editor'
import { setHolder, type SetHolder } from './set-holder'
import { setLabel, type SetLabel } from './set-label'
import { setOwner, type SetOwner } from './set-owner'
import { setSignatures, type SetSignatures } from './set-signatures'
import { setState, type SetState } from './set-state'
import { tell, type Tell } from './tell'
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
  | SetHolder
  | SetEditor
  | SetSignatures
  | Tell
  | QueueJob

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
  'set-holder': setHolder,
  'set-editor': setEditor,
  'set-signatures': setSignatures,
  tell,
  'queue-job': queueJob,
}

/**
 * Whether commands end the rounds of signatures that are open: what was signed is not there any more as it was, since
 * the document went on, or its content, record or label is another (model, section 3).
 */
export const endsRounds = (commands: Command[]): boolean =>
  commands.some(
    (command) =>
      ['set-state', 'set-label', 'write-attribute'].includes(command.kind) ||
      (command.kind === 'add-version' && command.content !== 'current'),
  )

/** A document after commands, in memory: what prediction and rehearsal look at. */
export function carryOut(document: DocumentSnapshot, commands: Command[]): DocumentSnapshot {
  const after = commands.reduce((before, command) => {
    const { apply } = commandKinds[command.kind] as unknown as CommandKind<Command>
    return apply(before, command)
  }, document)
  return after.signatures?.length && endsRounds(commands) ? { ...after, signatures: [] } : after
}

/** The commands of one kind. */
export const ofKind = <Kind extends Command['kind']>(commands: Command[], kind: Kind) =>
  commands.filter((command): command is Extract<Command, { kind: Kind }> => command.kind === kind)
