import { statSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { Piscina } from 'piscina'
import { findFile } from '../../archive'
import type {
  Change,
  ChosenPlaces,
  FileProblem,
  FileReading,
  RevisionBlocks,
  WrittenFile,
} from '../../core/formats'
import type { FoundFile } from '../../core/intake'

/** What is done with a file in a thread. */
export type FileTask =
  | { kind: 'find'; root: string; path: string }
  | { kind: 'read'; path: string; fileName: string }
  | { kind: 'write'; path: string; fileName: string; changes: Change[]; out: string }
  | {
      kind: 'draw'
      path: string
      fileName: string
      blocks: RevisionBlocks
      places: ChosenPlaces
      out: string
    }
  | { kind: 'stamp'; path: string; text: string; out: string }

export interface FileAnswer {
  find: FoundFile
  read: FileReading
  write: FileWriting
  draw: FileDrawing
  stamp: FileWriting
}

/** What came of writing into a file; the new content lies at `out` where anything was written. */
export type FileWriting = Omit<WrittenFile, 'parts'>

/** How many rows were drawn into a file; the new content lies at `out` where nothing is wrong. */
export interface FileDrawing {
  live: number
  carriedOver: number
  problems: FileProblem[]
}

/** The most memory that a file may take, in megabytes. */
const mostMemory = 1024
/** How long a file may take, in seconds: a sound one takes a hundredth of it. */
const secondsFor = (size: number): number => 20 + size / 2 ** 22

/** A file that took too long or too much, and its thread with it. */
export class FileBreaksError extends Error {
  constructor(readonly problem: FileProblem) {
    super(problem.message)
    this.name = 'FileBreaksError'
  }
}

/** What reads and writes files. */
export type Files = Pick<FileThreads, 'read' | 'write' | 'draw' | 'stamp'>

/**
 * Threads in which files are read: one that a file breaks is ended and replaced, and the file is reported. What comes
 * from outside is never read where everybody is answered.
 */
export class FileThreads {
  private readonly pool: Piscina<FileTask, FileAnswer[FileTask['kind']]>

  /**
   * @param workerFile where the thread's program is, if not beside the one that runs
   * @param ready how many threads wait for work all the time: the first file need not wait for its thread then
   * @param limit how many seconds a file of a size may take
   */
  constructor(
    workerFile = fileURLToPath(new URL('./file-worker.mjs', import.meta.url)),
    ready = 0,
    private readonly limit = secondsFor,
  ) {
    this.pool = new Piscina({
      filename: workerFile,
      minThreads: ready,
      maxThreads: 2,
      idleTimeout: 5000,
      resourceLimits: { maxOldGenerationSizeMb: mostMemory },
    })
  }

  /** What an archive has at a path; a file that breaks its reader is hashed, and comes in as it is. */
  async find(root: string, path: string): Promise<FoundFile> {
    try {
      return (await this.run({ kind: 'find', root, path }, sizeOf(path))) as FoundFile
    } catch (error) {
      if (!(error instanceof FileBreaksError)) throw error
      const nothing = { places: [], history: [], references: [] }
      const found = await findFile(root, path, false)
      return found.sha256 === null
        ? found
        : { ...found, inside: { kind: 'unknown', ...nothing, problems: [error.problem] } }
    }
  }

  /** Everything inside of a file. @throws FileBreaksError where it takes too long or too much. */
  read(path: string, fileName: string): Promise<FileReading> {
    return this.run({ kind: 'read', path, fileName }, sizeOf(path)) as Promise<FileReading>
  }

  /**
   * Writes values into a copy of a file, at `out`: all of them, or none and why.
   * @throws FileBreaksError where it takes too long or too much, the error of the file system where it is full
   */
  write(path: string, fileName: string, changes: Change[], out: string): Promise<FileWriting> {
    return this.run({ kind: 'write', path, fileName, changes, out }, sizeOf(path)) as Promise<FileWriting>
  }

  /** Draws the blocks of a register into a copy of a drawing, at `out`. @throws as `write` does */
  draw(
    path: string,
    fileName: string,
    blocks: RevisionBlocks,
    places: ChosenPlaces,
    out: string,
  ): Promise<FileDrawing> {
    const task = { kind: 'draw', path, fileName, blocks, places, out } as const
    return this.run(task, sizeOf(path)) as Promise<FileDrawing>
  }

  /** Stamps the pages of a copy of a PDF, at `out`, unless they have the stamp. @throws as `write` does */
  stamp(path: string, text: string, out: string): Promise<FileWriting> {
    return this.run({ kind: 'stamp', path, text, out }, sizeOf(path)) as Promise<FileWriting>
  }

  private async run(task: FileTask, size: number) {
    const seconds = this.limit(size)
    return this.pool
      .run(task, { signal: AbortSignal.timeout(Math.ceil(seconds * 1000)) })
      .catch((cause: Error) => {
        throw breaks(cause, seconds) ?? cause
      })
  }

  /** Waits for what is on its way, and ends. */
  end(): Promise<void> {
    return this.pool.close()
  }
}

const sizeOf = (path: string): number => statSync(path, { throwIfNoEntry: false })?.size ?? 0

function breaks(error: Error, seconds: number): FileBreaksError | undefined {
  const { name } = error
  const { code } = error as { code?: string }
  const ended = 'and was ended: it is kept as it is, unread'
  if (name === 'AbortError' || name === 'TimeoutError')
    return new FileBreaksError({
      code: 'too-much',
      message: `reading it took more than ${Math.round(seconds)} seconds ${ended}`,
    })
  if (code === 'ERR_WORKER_OUT_OF_MEMORY')
    return new FileBreaksError({
      code: 'too-much',
      message: `reading it took more than ${mostMemory} MB of memory ${ended}`,
    })
  if (/worker.*exited|terminat/i.test(error.message))
    return new FileBreaksError({ code: 'too-much', message: `its reader broke off ${ended}` })
  return undefined
}
