import type { Folder } from '../access'

export interface DirectoryPerson {
  id: string
  name: string
  initials: string | null
  mail: string
  groups: string[]
  active: boolean
  administrator: boolean
}

export interface DirectoryGroup {
  id: string
  name: string
}

/** A folder with its rules, and what is at home in it. */
export interface DirectoryFolder extends Folder {
  /** By what it is known, whatever its path becomes: documents stand in it by this. */
  key: string
  /** The lifecycles and classes whose documents belong there; as in the folder above where nothing is said. */
  lifecycles?: string[]
  classes?: string[]
}

/** People, groups and folders: data of the vault, changed at once (model, section 4). */
export interface VaultDirectory {
  people: DirectoryPerson[]
  groups: DirectoryGroup[]
  folders: DirectoryFolder[]
}

/** One thing before and after a change; null where it was not there, or is not any more. */
export interface Changed<Thing> {
  before: Thing | null
  after: Thing | null
}

/** All that a change changes, which is all that taking it back needs. */
export interface DirectoryDelta {
  people: Changed<DirectoryPerson>[]
  groups: Changed<DirectoryGroup>[]
  folders: Changed<DirectoryFolder>[]
}

/** A change that cannot be made as asked; nothing has changed. */
export class DirectoryError extends Error {
  constructor(message: string) {
    super(message)
    this.name = 'DirectoryError'
  }
}
