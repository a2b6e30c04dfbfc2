import { closeSync, openSync, writeSync } from 'node:fs'
import { type OpenFile, openFile } from '../../archive'
import { concerning } from '../../core/binding'
import { drawRevisions, readFile, stampPages, writeFile } from '../../core/formats'
import type { Files } from './files'

/** Reads and writes files in the current process: in the file processes, and for files of our own. */
export const filesHere: Files = {
  read: (path, fileName, wanted) =>
    withFile(path, async (file) => {
      const reading = await readFile(file, fileName)
      return wanted ? { ...reading, places: concerning(wanted, reading.places) } : reading
    }),
  write: (path, fileName, changes, out) =>
    withFile(path, async (file) => {
      const { parts, ...outcome } = await writeFile(file, fileName, changes)
      if (parts) put(out, parts)
      return outcome
    }),
  draw: (path, fileName, blocks, places, out) =>
    withFile(path, async (file) => {
      const { parts, ...outcome } = drawRevisions(file, fileName, blocks, places)
      if (parts) put(out, parts)
      return outcome
    }),
  stamp: (path, text, out) =>
    withFile(path, async (file) => {
      const { parts, ...outcome } = stampPages(file, text)
      if (parts) put(out, parts)
      return outcome
    }),
}

async function withFile<T>(path: string, run: (file: OpenFile) => Promise<T>): Promise<T> {
  const file = openFile(path)
  try {
    return await run(file)
  } finally {
    file.close()
  }
}

function put(out: string, parts: Iterable<Uint8Array>): void {
  const handle = openSync(out, 'wx')
  try {
    for (const part of parts) for (let at = 0; at < part.length;) at += writeSync(handle, part, at)
  } finally {
    closeSync(handle)
  }
}
