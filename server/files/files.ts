import { findFile } from '../../archive'
import type { Change, ChosenPlaces, FileReading, RevisionBlocks } from '../../core/formats'
import type { FoundFile } from '../../core/intake'
import { type DoFileTask, FileBreaksError, type FileDrawing, type FileWriting } from './file-tasks'

/** What reads and writes files. */
export interface Files {
  /**
   * Reads a file. With `wanted`, only those places and their near misses are returned.
   * @throws FileBreaksError if it exceeds a limit or breaks its reader
   */
  read(path: string, fileName: string, wanted?: readonly string[]): Promise<FileReading>
  /**
   * Writes values into a copy of a file, at `out`: all of them, or none and why.
   * @throws FileBreaksError where it takes too long or too much, the error of the file system where it is full
   */
  write(path: string, fileName: string, changes: Change[], out: string): Promise<FileWriting>
  /** Draws the blocks of a register into a copy of a drawing, at `out`. @throws as `write` does */
  draw(
    path: string,
    fileName: string,
    blocks: RevisionBlocks,
    places: ChosenPlaces,
    out: string,
  ): Promise<FileDrawing>
  /** Stamps the pages of a copy of a PDF, at `out`, unless they have the stamp. @throws as `write` does */
  stamp(path: string, text: string, out: string): Promise<FileWriting>
}

/** Files on top of a runner of tasks. */
export const filesBy = (run: DoFileTask): Files => ({
  read: (path, fileName, wanted) => run({ kind: 'read', path, fileName, wanted }),
  write: (path, fileName, changes, out) => run({ kind: 'write', path, fileName, changes, out }),
  draw: (path, fileName, blocks, places, out) => run({ kind: 'draw', path, fileName, blocks, places, out }),
  stamp: (path, text, out) => run({ kind: 'stamp', path, text, out }),
})

/** Finds the file of an archive at a path. A file that breaks its reader is only hashed. */
export async function findIn(run: DoFileTask, root: string, path: string): Promise<FoundFile> {
  try {
    return await run({ kind: 'find', root, path })
  } catch (error) {
    if (!(error instanceof FileBreaksError)) throw error
    const nothing = { places: [], history: [], references: [] }
    const found = await findFile(root, path, false)
    return found.sha256 === null
      ? found
      : { ...found, inside: { kind: 'unknown', ...nothing, problems: [error.problem] } }
  }
}
