import { readdir } from 'node:fs/promises'
import { join } from 'node:path'

/**
 * Everything below an archive's folder that is no folder, in the order of their paths: links and pipes too, though
 * they are not followed, and folders that cannot be read, so that whatever is left out is told of. `except`, such as
 * the register, is not there.
 */
export async function* walkArchive(root: string, except?: string): AsyncGenerator<string> {
  const entries = await readdir(root, { withFileTypes: true })
  entries.sort((a, b) => (a.name < b.name ? -1 : 1))
  for (const entry of entries) {
    const path = join(root, entry.name)
    if (entry.isDirectory()) yield* walkFolder(path, except)
    else if (path !== except) yield path
  }
}

async function* walkFolder(path: string, except?: string): AsyncGenerator<string> {
  const within = walkArchive(path, except)
  const first = await within.next().catch(() => undefined)
  if (!first) yield path
  else if (!first.done) {
    yield first.value
    yield* within
  }
}
