import type { Conflict } from './types'

/** The name of a file, without the folders above it. */
export const fileName = (path: string): string => path.slice(path.lastIndexOf('/') + 1)

/** The way out that always is one: to leave a file out. */
export const leaveOut = (
  path: string,
  text = `leave ${fileName(path)} out`,
): Conflict['waysOut'][number] => ({
  text,
  key: path,
  settlement: { leaveOut: true },
})
