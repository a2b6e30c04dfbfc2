import { basename } from 'node:path'
import { findFile, openFile } from '../../archive'
import { readFile } from '../../core/formats'
import type { FileAnswer, FileTask } from './file-threads'

/** Reads one file. It stands in a thread of its own, which is ended where a file takes too long or too much. */
export default async function work<Kind extends FileTask['kind']>(
  task: Extract<FileTask, { kind: Kind }>,
): Promise<FileAnswer[Kind]> {
  return tasks[task.kind](task as never) as Promise<FileAnswer[Kind]>
}

const tasks: {
  [Kind in FileTask['kind']]: (task: Extract<FileTask, { kind: Kind }>) => Promise<FileAnswer[Kind]>
} = {
  find: ({ root, path }) => findFile(root, path),
  read: async ({ path, fileName }) => {
    const file = openFile(path)
    try {
      return await readFile(file, fileName ?? basename(path))
    } finally {
      file.close()
    }
  },
}
