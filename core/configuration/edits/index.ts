import { type Fields, kind as ofKind, type Shape } from '../../shape'
import type { Configuration } from '../types'
import { addLifecycle, type AddLifecycle } from './add-lifecycle'
import { addState, type AddState } from './add-state'
import { addTransition, type AddTransition } from './add-transition'
import { changeState, type ChangeState } from './change-state'
import { changeTransition, type ChangeTransition } from './change-transition'
import { describeState, type DescribeState } from './describe-state'
import { dropPrincipal, type DropPrincipal } from './drop-principal'
import { dropRight, type DropRight } from './drop-right'
import { dropState, type DropState } from './drop-state'
import type { EditKind } from './edit-kind'
import { keepLabel, type KeepLabel } from './keep-label'
import { moveAttribute, type MoveAttribute } from './move-attribute'
import { moveState, type MoveState } from './move-state'
import { moveTransition, type MoveTransition } from './move-transition'
import { pasteStates, type PasteStates } from './paste-states'
import { removeAttribute, type RemoveAttribute } from './remove-attribute'
import { removeLifecycle, type RemoveLifecycle } from './remove-lifecycle'
import { removeScheme, type RemoveScheme } from './remove-scheme'
import { removeScript, type RemoveScript } from './remove-script'
import { removeState, type RemoveState } from './remove-state'
import { removeTransition, type RemoveTransition } from './remove-transition'
import { renameLifecycle, type RenameLifecycle } from './rename-lifecycle'
import { renameState, type RenameState } from './rename-state'
import { replace, type Replace } from './replace'
import { setAttribute, type SetAttribute } from './set-attribute'
import { setEntry, type SetEntry } from './set-entry'
import { setGrant, type SetGrant } from './set-grant'
import { setScheme, type SetScheme } from './set-scheme'
import { setScript, type SetScript } from './set-script'
import { setSheet, type SetSheet } from './set-sheet'
import { takeCompanyPatterns, type TakeCompanyPatterns } from './take-company-patterns'
import { useLifecycle, type UseLifecycle } from './use-lifecycle'
import { useScheme, type UseScheme } from './use-scheme'

/**
 * A named change to a configuration. Applying it is pure, so a draft is the published configuration and its
 * edits in order.
 */
export type Edit =
  | AddLifecycle
  | RenameLifecycle
  | RemoveLifecycle
  | KeepLabel
  | PasteStates
  | DescribeState
  | DropPrincipal
  | DropRight
  | AddState
  | RenameState
  | ChangeState
  | MoveState
  | MoveAttribute
  | RemoveState
  | RemoveAttribute
  | DropState
  | SetEntry
  | SetAttribute
  | SetGrant
  | AddTransition
  | ChangeTransition
  | MoveTransition
  | RemoveTransition
  | Replace
  | SetScheme
  | SetSheet
  | RemoveScheme
  | SetScript
  | RemoveScript
  | TakeCompanyPatterns
  | UseLifecycle
  | UseScheme

/** Every kind of edit. One that is missing here does not compile. */
export const editKinds: { [Kind in Edit['kind']]: EditKind<Extract<Edit, { kind: Kind }>> } = {
  'add-lifecycle': addLifecycle,
  'rename-lifecycle': renameLifecycle,
  'remove-lifecycle': removeLifecycle,
  'keep-label': keepLabel,
  'paste-states': pasteStates,
  'describe-state': describeState,
  'drop-principal': dropPrincipal,
  'drop-right': dropRight,
  'add-state': addState,
  'rename-state': renameState,
  'change-state': changeState,
  'move-state': moveState,
  'move-attribute': moveAttribute,
  'remove-state': removeState,
  'remove-attribute': removeAttribute,
  'drop-state': dropState,
  'set-entry': setEntry,
  'set-attribute': setAttribute,
  'set-grant': setGrant,
  'add-transition': addTransition,
  'change-transition': changeTransition,
  'move-transition': moveTransition,
  'remove-transition': removeTransition,
  replace,
  'set-scheme': setScheme,
  'set-sheet': setSheet,
  'remove-scheme': removeScheme,
  'set-script': setScript,
  'remove-script': removeScript,
  'take-company-patterns': takeCompanyPatterns,
  'use-lifecycle': useLifecycle,
  'use-scheme': useScheme,
}

/** What an edit's kind is, for any edit of that kind. */
export const editKind = ({ kind }: Pick<Edit, 'kind'>) => editKinds[kind] as unknown as EditKind<Edit>

/**
 * The configuration after an edit; the one given is left as it is. @throws EditError or UnknownError with a
 * plain sentence.
 */
export const applyEdit = (configuration: Configuration, edit: Edit): Configuration =>
  editKind(edit).apply(configuration, edit)

/** An edit in words, for the list of edits and for undo; `configuration` is the one before it. */
export const describeEdit = (configuration: Configuration, edit: Edit): string =>
  editKind(edit).words(configuration, edit)

/** What an edit looks like that a browser sends. */
export const editShape = (): Shape =>
  ofKind(
    Object.fromEntries(
      Object.entries(editKinds)
        .filter(([, { internal }]) => !internal)
        .map(([name, { fields }]): [string, Fields] => [name, fields]),
    ),
  )
