import { parentOf } from '../access'
import { requireAdministrator } from './change'
import { type Changed, DirectoryError, type DirectoryDelta, type VaultDirectory } from './types'

const alike = (one: unknown, other: unknown): boolean => canonical(one) === canonical(other)

/** A value as a text in which the order of an object’s names makes no difference. */
const canonical = (value: unknown): string =>
  JSON.stringify(value, (_, part: unknown) =>
    part && typeof part === 'object' && !Array.isArray(part)
      ? Object.fromEntries(Object.entries(part).sort(([one], [other]) => (one < other ? -1 : 1)))
      : part,
  )

function changedAmong<Thing>(
  before: Thing[],
  after: Thing[],
  keyOf: (thing: Thing) => string,
): Changed<Thing>[] {
  const was = new Map(before.map((thing) => [keyOf(thing), thing]))
  const is = new Map(after.map((thing) => [keyOf(thing), thing]))
  const keys = new Set([...was.keys(), ...is.keys()])
  return [...keys]
    .map((key) => ({ before: was.get(key) ?? null, after: is.get(key) ?? null }))
    .filter((pair) => !alike(pair.before, pair.after))
}

/** All that two states of the directory do not share. */
export const deltaBetween = (before: VaultDirectory, after: VaultDirectory): DirectoryDelta => ({
  people: changedAmong(before.people, after.people, ({ id }) => id),
  groups: changedAmong(before.groups, after.groups, ({ id }) => id),
  folders: changedAmong(before.folders, after.folders, ({ key }) => key),
})

/** Whether nothing is changed by it. */
export const isEmptyDelta = ({ people, groups, folders }: DirectoryDelta): boolean =>
  people.length + groups.length + folders.length === 0

/**
 * The directory as it was before a change. Somebody who was added is deactivated and kept, since people are never
 * deleted. @throws DirectoryError where what it touched has been changed since.
 */
export function takenBack(now: VaultDirectory, delta: DirectoryDelta): VaultDirectory {
  const after: VaultDirectory = {
    people: restored(
      now.people,
      delta.people,
      ({ id }) => id,
      ({ name }) => name,
    ).map((person) =>
      delta.people.some(({ before, after: added }) => !before && added!.id === person.id)
        ? { ...person, active: false }
        : person,
    ),
    groups: restored(
      now.groups,
      delta.groups,
      ({ id }) => id,
      ({ name }) => `the group ${name}`,
      true,
    ),
    folders: restored(
      now.folders,
      delta.folders,
      ({ key }) => key,
      ({ path }) => `the folder ${path}`,
      true,
    ),
  }
  requireAdministrator(after)
  requireTree(after)
  return after
}

/** @throws DirectoryError where two folders have one path, or one has none above it. */
function requireTree({ folders }: VaultDirectory): void {
  const paths = new Set<string>()
  for (const { path } of folders) {
    if (paths.has(path.toLowerCase()))
      throw new DirectoryError(`there is another folder ${path} by now: rename or move that one first`)
    paths.add(path.toLowerCase())
  }
  for (const { path } of folders)
    if (path !== '/' && !paths.has(parentOf(path).toLowerCase()))
      throw new DirectoryError(
        `${path} would be without the folder above it: take back what came after first`,
      )
}

function restored<Thing>(
  now: Thing[],
  changes: Changed<Thing>[],
  keyOf: (thing: Thing) => string,
  nameOf: (thing: Thing) => string,
  removes = false,
): Thing[] {
  const things = new Map(now.map((thing) => [keyOf(thing), thing]))
  for (const { before, after } of changes) {
    const key = keyOf((before ?? after)!)
    const current = things.get(key) ?? null
    if (!alike(current, after))
      throw new DirectoryError(
        `${nameOf((current ?? before ?? after)!)} has been changed since: take that change back first`,
      )
    if (before) things.set(key, before)
    else if (removes) things.delete(key)
  }
  return [...things.values()]
}
