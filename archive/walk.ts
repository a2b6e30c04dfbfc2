import { readdir } from 'node:fs/promises'
import { join } from 'node:path'

/**
 * Every file below an archive's folder, in the order of their paths. Links are not followed; `except`, such
 * as the register, is left out.
 */
export async function* walkArchive(root: string, except?: string): AsyncGenerator<string> {
  const entries = await readdir(root, { withFileTypes: true })
  entries.sort((a, b) => (a.name < b.name ? -1 : 1))
  for (const entry of entries) {
    const path = join(root, entry.name)
    if (entry.isDirectory()) yield* walkArchive(path, except)
    else if (entry.isFile() && path !== except) yield path
  }
}
