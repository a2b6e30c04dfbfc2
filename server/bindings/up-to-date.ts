import { fileStateOf } from './pending'
import { writeRecord, type Writing } from './write'

/** Writes what is pending for a document, so that nobody gets a file whose stamp is behind. */
export async function upToDate(writing: Writing, document: string): Promise<void> {
  if (fileStateOf(writing.db, document).pending) await writeRecord(writing, document)
}
