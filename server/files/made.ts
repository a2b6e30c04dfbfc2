import { randomUUID } from 'node:crypto'
import { mkdir, rm } from 'node:fs/promises'
import { join } from 'node:path'
import type { FileStore } from './store'

/** Has a file made where the store clears away what a kill leaves behind, uses it, and removes it. */
export async function madeAside<T>(
  { root }: Pick<FileStore, 'root'>,
  make: (out: string) => Promise<unknown>,
  use: (out: string) => Promise<T>,
): Promise<T> {
  const folder = join(root, 'incoming')
  await mkdir(folder, { recursive: true })
  const out = join(folder, `made-${randomUUID()}`)
  try {
    await make(out)
    return await use(out)
  } finally {
    await rm(out, { force: true })
  }
}
