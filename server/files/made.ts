import { randomUUID } from 'node:crypto'
import { mkdir, rm } from 'node:fs/promises'
import { join } from 'node:path'
import type { FileStore } from './store'

/** Makes a temporary file, uses it and removes it. After a kill, the store clears it away. */
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
