import { findFile } from '../../archive'
import type { FileAnswer, FileTask } from './file-threads'
import { filesHere } from './files-here'

/** Reads or writes one file. It stands in a thread of its own, which is ended where one takes too long or too much. */
export default async function work<Kind extends FileTask['kind']>(
  task: Extract<FileTask, { kind: Kind }>,
): Promise<FileAnswer[Kind]> {
  return tasks[task.kind](task as never) as Promise<FileAnswer[Kind]>
}

type Tasks = {
  [Kind in FileTask['kind']]: (task: Extract<FileTask, { kind: Kind }>) => Promise<FileAnswer[Kind]>
}

const tasks: Tasks = {
  find: ({ root, path }) => findFile(root, path),
  read: ({ path, fileName }) => filesHere.read(path, fileName),
  write: ({ path, fileName, changes, out }) => filesHere.write(path, fileName, changes, out),
  draw: ({ path, fileName, blocks, places, out }) => filesHere.draw(path, fileName, blocks, places, out),
  stamp: ({ path, text, out }) => filesHere.stamp(path, text, out),
}
