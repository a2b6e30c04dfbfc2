import { findFile } from '../../archive'
import { comparisonOf, previewOf, probeOf, sheetAsPdf } from '../rendering/preview'
import type { DoFileTask, FileAnswer, FileTask, FileTaskKind } from './file-tasks'
import { filesHere } from './files-here'

/** How each task is done, in the process that has it. */
const tasks: { [Kind in FileTaskKind]: (task: FileTask<Kind>) => Promise<FileAnswer<Kind>> } = {
  find: ({ root, path }) => findFile(root, path),
  read: ({ path, fileName, wanted }) => filesHere.read(path, fileName, wanted),
  names: async ({ path, fileName }) => {
    const { places } = await filesHere.read(path, fileName)
    return JSON.stringify([...new Set(places.map(({ place }) => place))].slice(0, mostNames))
  },
  write: ({ path, fileName, changes, out }) => filesHere.write(path, fileName, changes, out),
  draw: ({ path, fileName, blocks, places, out }) => filesHere.draw(path, fileName, blocks, places, out),
  stamp: ({ path, text, out }) => filesHere.stamp(path, text, out),
  preview: async (content) => asBytes(previewOf(content)),
  pdf: (content) => sheetAsPdf(content),
  compare: async (asked) => asBytes(comparisonOf(asked)),
  probe: async (content) => asBytes(JSON.stringify(await probeOf(content))),
}

/** So many names of places are kept of one file. */
const mostNames = 20_000

/** What may be long goes on its way as bytes: nobody has to put it into another form again. */
const asBytes = (text: string): Uint8Array => Buffer.from(text)

/** Does a task where it is asked for. */
export const doHere = (async (task: FileTask) => tasks[task.kind](task as never)) as DoFileTask
