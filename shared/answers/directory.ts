import type { Because, Right } from '../../core/access'
import type { Finding } from '../../core/check'
import type {
  Consequences,
  DirectoryDelta,
  DirectoryFolder,
  DirectoryGroup,
  DirectoryPerson,
  Standing,
} from '../../core/directory'

/** A change of the directory that was made. */
export interface MadeDirectoryChange {
  id: number
  at: string
  personName: string
  words: string
  /** The change that took it back; null while it stands. */
  takenBackBy: number | null
}

/** A change with all that it changed, by which the directory before it is known. */
export interface DirectoryChangeInFull extends MadeDirectoryChange {
  delta: DirectoryDelta
}

/** Somebody in the list of people. */
export interface ListedPerson extends DirectoryPerson {
  /** Whether they have chosen a password yet. */
  hasPassword: boolean
  checkedOut: number
}

/** Everything about people, groups and folders, for whoever looks after them. */
export interface DirectoryAnswer {
  /** To be sent with the next change: one that was looked at in an older state is refused. */
  version: number
  people: ListedPerson[]
  groups: DirectoryGroup[]
  folders: DirectoryFolder[]
  /** The lifecycles at home or in use in each folder. */
  home: Record<string, string[]>
  /** How many documents stand in each folder, without those below it. */
  documents: Record<string, number>
  /** How many documents stand in each folder in each state. */
  standing: Standing[]
  changes: MadeDirectoryChange[]
}

/** The most people who are invited by one request. */
export const mostInvited = 50

/** Somebody who was invited, with the link to hand over unless a letter brings it. */
export interface Invited {
  id: string
  name: string
  mail: string
  link: string | null
}

/** What a change of the directory would do. */
export interface ChangePreview {
  version: number
  words: string
  /** Whether it would change nothing. */
  isNothing: boolean
  /** What the checker would find, and what it would not find any more. */
  appear: Finding[]
  disappear: Finding[]
  consequences: Consequences
}

/** What is somebody’s, for when they leave or are away. */
export interface PersonPage {
  id: string
  checkedOut: { number: string; title: string | null; since: string | null }[]
  owned: { total: number; rows: { number: string; title: string | null; state: string; lifecycle: string }[] }
  sessions: number
  tokens: number
}

/** How far handing over has come. */
export interface HandedOver {
  handedOn: number
  givenBack: number
  left: number
}

/** Whether somebody has a right, the rules that lead there, and who else has it. */
export interface AccessAnswer {
  question: string
  allowed: boolean
  because: Because[]
  /** What would help, in words. */
  waysOut: string[]
}

/** Everything that somebody may somewhere, each right with the sentence that decides it. */
export interface WhatMay {
  question: string
  rights: { right: Right; allowed: boolean; message: string }[]
}

/** Everybody who has a right somewhere, or who has not. */
export interface WhoCan {
  question: string
  people: { id: string; name: string; as: string }[]
  others: number
}
