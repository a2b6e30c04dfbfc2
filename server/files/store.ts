import { createHash, randomUUID } from 'node:crypto'
import { createReadStream, type ReadStream } from 'node:fs'
import { mkdir, open, readdir, rename, rm, stat, unlink } from 'node:fs/promises'
import { join } from 'node:path'

export interface Stored { sha256: string; size: number }

/** A file that is larger than what was allowed. */
export class TooLargeError extends Error {
  constructor(readonly limit: number) {
    super(`the file is larger than ${Math.floor(limit / 2 ** 20)} MB, which is the most this vault takes`)
    this.name = 'TooLargeError'
  }
}

/**
 * The content-addressed file store: each content once, under its SHA-256.
 * A content is written under a temporary name, synced, and given its name in one step, so a name never stands for half a file.
 */
export class FileStore {
  private readonly madeFolders = new Set<string>()

  constructor(private readonly root: string) {}

  /** Where a content lies, whether or not it is there. */
  path(sha256: string): string {
    return join(this.root, sha256.slice(0, 2), sha256)
  }

  read(sha256: string): ReadStream {
    return createReadStream(this.path(sha256))
  }

  async has(sha256: string): Promise<boolean> {
    return stat(this.path(sha256)).then(() => true, () => false)
  }

  /**
   * Takes a content in from a stream of bytes.
   * @throws TooLargeError past `limit` bytes; nothing stays behind then, nor when the stream breaks off.
   */
  async put(source: AsyncIterable<Uint8Array>, limit = Infinity): Promise<Stored> {
    const temporary = join(await this.folder('incoming'), randomUUID())
    const hash = createHash('sha256')
    let size = 0
    try {
      const handle = await open(temporary, 'wx')
      try {
        for await (const chunk of source) {
          size += chunk.length
          if (size > limit) throw new TooLargeError(limit)
          hash.update(chunk)
          await handle.write(chunk)
        }
        await handle.sync()
      } finally {
        await handle.close()
      }
      const sha256 = hash.digest('hex')
      await this.name(temporary, sha256)
      return { sha256, size }
    } finally {
      await rm(temporary, { force: true })
    }
  }

  /** Removes what killed writers left behind. Call only while nobody writes. */
  async sweep(): Promise<void> {
    const folder = await this.folder('incoming')
    for (const name of await readdir(folder)) await unlink(join(folder, name))
  }

  /** Renaming is one step, and what it replaces is the same content. The folder is synced so that the name lasts too. */
  private async name(temporary: string, sha256: string): Promise<void> {
    const folder = await this.folder(sha256.slice(0, 2))
    await rename(temporary, this.path(sha256))
    const handle = await open(folder, 'r')
    await handle.sync().finally(() => handle.close())
  }

  private async folder(name: string): Promise<string> {
    const path = join(this.root, name)
    if (!this.madeFolders.has(name)) {
      await mkdir(path, { recursive: true })
      this.madeFolders.add(name)
    }
    return path
  }
}
