import { basename, join } from 'node:path'
import type { PlannedDocument } from '../../core/intake'
import { plainFileName } from '../../core/numbering'
import type { Incoming } from '../documents/rows'
import { faultOfStorage, isFull } from '../files/storage-fault'
import { FileStore } from '../files/store'
import { inParallel } from '../jobs/parallel'
import type { StoredFiles, StoringTask } from './storing-thread'

const stores = new Map<string, FileStore>()

/** Something is wrong with the disk, and with no file of the archive. */
class StorageError extends Error {}

/** The store of a folder; its own folders stay open for as long as the thread lives. */
function storeIn(root: string): FileStore {
  const store = stores.get(root) ?? new FileStore(root)
  stores.set(root, store)
  return store
}

/** Stores the files of some documents, several at a time. */
export default function storeDocuments({ store, archive, documents }: StoringTask): Promise<StoredFiles[]> {
  return inParallel(documents, (files) =>
    storeFiles(storeIn(store), archive, files).then(
      (stored): StoredFiles => ({ files: stored }),
      (error: Error) => {
        // A full disk is no fault of this document: it ends the job, and what is left goes on later.
        if (error instanceof StorageError) throw error
        return { fault: error.message }
      },
    ),
  )
}

/** @throws where a file is gone, or is not what was read and predicted on. */
async function storeFiles(
  store: FileStore,
  archive: string,
  files: PlannedDocument['files'],
): Promise<Incoming[]> {
  const contents: Incoming[] = []
  for (const { path, sha256, size } of files) {
    const stored = await store.putFile(join(archive, path), size).catch((error: Error) => {
      if (isFull(error)) throw new StorageError(faultOfStorage(error), { cause: error })
      throw new Error(`${path} cannot be read any more: ${error.message}`)
    })
    if (stored.sha256 !== sha256)
      throw new Error(`${path} was changed after it was read: start a new intake for it`)
    contents.push({ ...stored, fileName: plainFileName(basename(path)) })
  }
  return contents
}
