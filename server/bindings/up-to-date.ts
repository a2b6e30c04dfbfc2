import { fileStateOf } from './pending'
import { writeRecord, type Writing } from './write'

/** So often a document is written anew that is changed again and again meanwhile. */
const mostTries = 5

/** Writes what is pending for a document, so that nobody gets a file whose stamp is behind. */
export async function upToDate(writing: Writing, document: string): Promise<void> {
  for (let tries = 0; tries < mostTries && fileStateOf(writing.db, document).pending; tries++)
    await writeRecord(writing, document)
}
