import { createHash, randomUUID } from 'node:crypto'
import { createReadStream, type ReadStream, rmSync } from 'node:fs'
import { chmod, mkdir, open, readdir, readFile, rename, rm, stat, type FileHandle } from 'node:fs/promises'
import { join } from 'node:path'

/** Files up to this many bytes are read in one piece. */
const inOnePiece = 2 ** 20

/** How many sound contents are remembered. */
const mostRemembered = 10_000

export interface Stored {
  sha256: string
  size: number
}

/** A file that is larger than what was allowed. */
export class TooLargeError extends Error {
  constructor(readonly limit: number) {
    super(`the file is larger than ${Math.floor(limit / 2 ** 20)} MB, which is the most this vault takes`)
    this.name = 'TooLargeError'
  }
}

/**
 * The content-addressed file store: each content once, under its SHA-256.
 * A content is written under a temporary name, synced, and given its name in one step, so a name never stands
 * for half a file.
 */
export class FileStore {
  private readonly folders = new Map<string, Promise<FileHandle>>()
  /** Contents that were read through and found to be what their names say, by the identity of their files. */
  private readonly sound = new Map<string, string>()
  /** What the names of this store's own temporary files begin with. */
  private readonly mine = `${randomUUID()}-`

  constructor(readonly root: string) {}

  /** Where a content lies, whether or not it is there. */
  path(sha256: string): string {
    return join(this.root, sha256.slice(0, 2), sha256)
  }

  read(sha256: string): ReadStream {
    return createReadStream(this.path(sha256))
  }

  async has(sha256: string): Promise<boolean> {
    return stat(this.path(sha256)).then(
      () => true,
      () => false,
    )
  }

  /**
   * Takes a content in from a stream of bytes.
   * `announce` is told its hash before it gets its name.
   * @throws TooLargeError past `limit` bytes; nothing stays behind then, nor when the stream breaks off.
   */
  async put(
    source: AsyncIterable<Uint8Array>,
    limit = Infinity,
    announce?: (sha256: string) => Promise<void>,
  ): Promise<Stored> {
    const temporary = await this.temporary()
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
      await announce?.(sha256)
      await this.name(temporary, sha256)
      return { sha256, size }
    } catch (error) {
      await rm(temporary, { force: true })
      throw error
    }
  }

  /** Takes a file of the server in. `size` is what it is expected to have: small files are read in one piece. */
  async putFile(path: string, size: number): Promise<Stored> {
    return this.put(size > inOnePiece ? createReadStream(path) : onePiece(await readFile(path)))
  }

  /**
   * Removes what killed writers left behind, whatever it is; what this store itself is writing stays. Call only
   * while no job writes.
   */
  async sweep(): Promise<void> {
    await this.folder('incoming')
    await chmod(this.root, 0o700)
    const path = join(this.root, 'incoming')
    for (const name of await readdir(path))
      if (!name.startsWith(this.mine)) await rm(join(path, name), { recursive: true, force: true })
  }

  /** Removes a content. Call only where nothing refers to it, and nothing will. */
  remove(sha256: string): void {
    rmSync(this.path(sha256), { force: true })
  }

  /**
   * What is wrong with a content as it lies in the store, or undefined where it is what its name says. Read through
   * once, and again when the file has changed since.
   */
  async faultOf(sha256: string, size: number): Promise<string | undefined> {
    const found = await stat(this.path(sha256), { bigint: true }).catch(() => undefined)
    if (!found) return 'is not in the store'
    if (!found.isFile()) return 'is not a file any more'
    if (found.size !== BigInt(size))
      return `has ${found.size} bytes in the store, and had ${size} when it came in`
    const identity = [found.ino, found.mtimeNs, found.ctimeNs].join(' ')
    if (this.sound.get(sha256) === identity) return undefined
    const hash = createHash('sha256')
    for await (const chunk of this.read(sha256)) hash.update(chunk as Uint8Array)
    if (hash.digest('hex') !== sha256) return 'was altered in the store after it came in'
    if (this.sound.size >= mostRemembered) this.sound.clear()
    this.sound.set(sha256, identity)
    return undefined
  }

  /**
   * Renaming is one step, and what it replaces is the same content. The folder is synced so that the name
   * lasts too.
   */
  private async name(temporary: string, sha256: string): Promise<void> {
    const folder = await this.folder(sha256.slice(0, 2))
    await rename(temporary, this.path(sha256))
    await folder.sync()
  }

  private async temporary(): Promise<string> {
    await this.folder('incoming')
    return join(this.root, 'incoming', this.mine + randomUUID())
  }

  /** A folder of the store, made where it is missing and kept open, since every new name in it is synced. */
  private folder(name: string): Promise<FileHandle> {
    const known = this.folders.get(name)
    if (known) return known
    const path = join(this.root, name)
    const opened = mkdir(path, { recursive: true, mode: 0o700 }).then(() => open(path, 'r'))
    this.folders.set(name, opened)
    return opened
  }

  /** Lets the folders go. */
  async close(): Promise<void> {
    for (const folder of this.folders.values()) await (await folder).close()
    this.folders.clear()
  }
}

async function* onePiece(bytes: Uint8Array): AsyncGenerator<Uint8Array> {
  yield bytes
}
