import { writeFileSync } from 'node:fs'
import { findFile } from '../../archive'
import { comparisonOf, previewOf, probeOf, sheetAsPdf } from '../rendering/preview'
import type { DoFileTask, FileAnswer, FileTask, FileTaskKind, Made } from './file-tasks'
import { filesHere } from './files-here'

/** The code of each task. */
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
  preview: async (content) => made(content.out, previewOf(content)),
  pdf: async (content) => made(content.out, await sheetAsPdf(content)),
  compare: async (asked) => made(asked.out, comparisonOf(asked)),
  probe: async (content) => made(content.out, JSON.stringify(await probeOf(content))),
}

/** The most names of places that are kept of one file. */
const mostNames = 20_000

function made(out: string, content: string | Uint8Array): Made {
  const bytes = typeof content === 'string' ? Buffer.from(content) : content
  writeFileSync(out, bytes, { flag: 'wx', mode: 0o600 })
  return { size: bytes.length }
}

/** Runs a task in the current process. */
export const doHere = (async (task: FileTask) => tasks[task.kind](task as never)) as DoFileTask
