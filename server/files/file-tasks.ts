import type {
  Change,
  ChosenPlaces,
  FileProblem,
  FileReading,
  RevisionBlocks,
  WrittenFile,
} from '../../core/formats'
import type { FoundFile } from '../../core/intake'

/** A stored content, or another file, under the name that it has outside. */
export interface Content {
  path: string
  fileName: string
}

/** All tasks on files from outside, with their input and output. */
export interface FileTasks {
  /** What an archive has at a path. */
  find: { asks: { root: string; path: string }; answers: FoundFile }
  /** Reads a file. With `wanted`, only those places and their near misses are returned. */
  read: { asks: Content & { wanted?: readonly string[] }; answers: FileReading }
  /** The names of its places, each once, as a text in JSON. */
  names: { asks: Content; answers: string }
  /** Values written into a copy of it, at `out`. */
  write: { asks: Content & { changes: Change[]; out: string }; answers: FileWriting }
  /** The blocks of a register drawn into a copy of it, at `out`. */
  draw: {
    asks: Content & { blocks: RevisionBlocks; places: ChosenPlaces; out: string }
    answers: FileDrawing
  }
  /** The pages of a copy of a PDF stamped, at `out`. */
  stamp: { asks: { path: string; text: string; out: string }; answers: FileWriting }
  /** Its sheet as SVG, at `out`. */
  preview: { asks: Content & { isSmall?: boolean; out: string }; answers: Made }
  /** Its sheet as a PDF with a stamp, at `out`. */
  pdf: { asks: Content & { stamp: string; out: string }; answers: Made }
  /** Two sheets laid over each other, as SVG, at `out`. */
  compare: { asks: { path: string; before: Content; after: Content; out: string }; answers: Made }
  /** Everything inside of it and its sheet, in JSON, at `out`. */
  probe: { asks: Content & { out: string }; answers: Made }
}

export type FileTaskKind = keyof FileTasks
export type FileTask<Kind extends FileTaskKind = FileTaskKind> = {
  [One in Kind]: { kind: One } & FileTasks[One]['asks']
}[Kind]
export type FileAnswer<Kind extends FileTaskKind> = FileTasks[Kind]['answers']

/** A result that may be long stays in a file, and the server streams it from there. */
export interface Made {
  /** Bytes. */
  size: number
}

/** The result of writing values. If anything was written, the new content is at `out`. */
export type FileWriting = Omit<WrittenFile, 'parts'>

/** The rows drawn into a file. Without problems, the new content is at `out`. */
export interface FileDrawing {
  live: number
  carriedOver: number
  problems: FileProblem[]
}

/** Runs a task, here or in another process. */
export type DoFileTask = <Kind extends FileTaskKind>(task: FileTask<Kind>) => Promise<FileAnswer<Kind>>

/** A file exceeded a limit or broke its reader. It would do so again. */
export class FileBreaksError extends Error {
  constructor(readonly problem: FileProblem) {
    super(problem.message)
    this.name = 'FileBreaksError'
  }
}
