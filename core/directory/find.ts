import type { Principal } from '../access'
import { readPrincipal } from '../access'
import { type Configuration, principalName } from '../configuration'
import {
  type DirectoryFolder,
  type DirectoryGroup,
  DirectoryError,
  type DirectoryPerson,
  type VaultDirectory,
} from './types'

const found = <Thing>(thing: Thing | undefined, what: string): Thing => {
  if (thing === undefined) throw new DirectoryError(`there is no ${what} in the directory`)
  return thing
}

/** @throws DirectoryError where there is none. */
export const personOf = ({ people }: VaultDirectory, id: string): DirectoryPerson =>
  found(
    people.find((person) => person.id === id),
    `person “${id}”`,
  )
/** @throws DirectoryError where there is none. */
export const groupOf = ({ groups }: VaultDirectory, id: string): DirectoryGroup =>
  found(
    groups.find((group) => group.id === id),
    `group “${id}”`,
  )
/** @throws DirectoryError where there is none. */
export const folderOf = ({ folders }: VaultDirectory, path: string): DirectoryFolder =>
  found(
    folders.find((folder) => folder.path === path),
    `folder ${path}`,
  )

/** A principal’s name for people, with people and groups as the directory has them. */
export function nameIn(
  { people, groups }: VaultDirectory,
  configuration: Pick<Configuration, 'roles'>,
  principal: Principal,
): string {
  const read = readPrincipal(principal)
  const own = read?.kind === 'person' ? people.find(({ id }) => id === read.id)?.name : undefined
  return own ?? principalName({ ...(configuration as Configuration), groups }, principal)
}

/** Everything in the directory with one folder changed. */
export const withFolder = (
  directory: VaultDirectory,
  path: string,
  change: (folder: DirectoryFolder) => DirectoryFolder,
): VaultDirectory => {
  folderOf(directory, path)
  return {
    ...directory,
    folders: directory.folders.map((folder) => (folder.path === path ? change(folder) : folder)),
  }
}

/** A map with one entry set, or taken out where there is nothing to say; undefined where nothing is left. */
export function withEntry<Value>(
  map: Record<string, Value> | undefined,
  name: string,
  value: Value | undefined,
): Record<string, Value> | undefined {
  const others = Object.entries(map ?? {}).filter(([key]) => key !== name)
  const entries = value === undefined ? others : [...others, [name, value] as const]
  return entries.length ? Object.fromEntries(entries) : undefined
}

/** Without the entries that say nothing. */
export const tidy = <Thing extends object>(thing: Thing): Thing =>
  Object.fromEntries(Object.entries(thing).filter(([, value]) => value !== undefined)) as Thing
