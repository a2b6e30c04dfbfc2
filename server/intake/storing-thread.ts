import { fileURLToPath } from 'node:url'
import { Piscina } from 'piscina'
import type { PlannedDocument } from '../../core/intake'
import type { Incoming } from '../documents/rows'

/** A document's files in the store, oldest revision first; or why one of them cannot come in. */
export type StoredFiles = { files: Incoming[] } | { fault: string }

/** The files of some documents, and where they are taken from and put. */
export interface StoringTask {
  store: string
  archive: string
  documents: PlannedDocument['files'][]
}

/** A thread that hashes and stores the files of an intake while the job's own thread writes to the database. */
export class StoringThread {
  private readonly pool = new Piscina<StoringTask, StoredFiles[]>({
    filename: fileURLToPath(new URL('./storing-worker.mjs', import.meta.url)),
    maxThreads: 1,
  })

  constructor(
    private readonly root: string,
    private readonly archive: string,
  ) {}

  /** Stores the files of some documents; resolves once they are durable. */
  store(documents: PlannedDocument['files'][]): Promise<StoredFiles[]> {
    if (documents.length === 0) return Promise.resolve([])
    return this.pool.run({ store: this.root, archive: this.archive, documents })
  }

  /** Waits for what is on its way, and ends. */
  end(): Promise<void> {
    return this.pool.close()
  }
}
