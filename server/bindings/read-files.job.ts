import type { Tx } from '../database/connection'
import { boundIn } from '../../core/configuration'
import type { Command } from '../../core/engine'
import { published } from '../configuration/published'
import { carryOut } from '../documents/carry-out'
import { followUp } from '../documents/follow-up'
import { contentOf, documentRowById } from '../documents/rows'
import { filesBy } from '../files/files'
import type { JobContext, JobKindModule } from '../jobs/job-kind'
import { heldTo, keepSaid, type Looked, lookIntoBoth } from './check-in'
import { noteRead, type Unread, unreadAfter, unreadOf } from './unread'

/** The number of documents fetched at a time. */
const together = 50

/**
 * Reads the contents that a check-in could not read in time, and writes their values into the records. A content
 * counts as unread until its values are committed, so a kill loses nothing and repeats nothing.
 */
export const readFilesJob: JobKindModule = {
  lane: 'short',
  attempts: 5,
  run: async (context) => {
    const { db, progress } = context
    let [after, read] = ['', 0]
    for (;;) {
      const few = unreadAfter(db, after, together)
      if (!few.length) return { done: `${read} files read` }
      for (const one of few) {
        await readOne(context, one)
        if (!progress(++read, read)) return 'stopped'
      }
      after = few.at(-1)!.document
    }
  },
}

async function readOne(context: JobContext, { document: id, version, since }: Unread): Promise<void> {
  const { db, store, doFile, portion } = context
  const looked = await lookIntoBoth(
    { store, files: filesBy(doFile) },
    boundIn(published(db).configuration, documentRowById(db, id)),
    contentOf(db, id, version),
    // Compare with the last content that was read, to see which values changed.
    since > 1 ? contentOf(db, id, since - 1) : undefined,
  )
  portion((tx) => {
    // A newer content was read by its own check-in, or is unread itself.
    if (unreadOf(tx, id)?.version !== version) return
    noteRead(tx, id)
    takeOver(tx, context, id, version, looked)
  })
}

function takeOver(tx: Tx, { actor }: JobContext, id: string, version: number, looked: Looked): void {
  const row = documentRowById(tx, id)
  const { configuration } = published(tx)
  const inFile = heldTo(boundIn(configuration, row), row.record, looked)
  const said = Object.entries(inFile?.values ?? {}).map(([attribute, after]): Command => {
    const before = row.record[attribute] ?? null
    return { kind: 'write-attribute', attribute, before, after }
  })
  keepSaid(tx, { id, version }, looked, inFile)
  if (!said.length) return
  carryOut(tx, actor, configuration, row, said, {
    code: 'edit',
    action: 'read from the file',
    after: inFile!.values,
    before: Object.fromEntries(Object.keys(inFile!.values).map((name) => [name, row.record[name] ?? null])),
  })
  followUp(tx, id, said)
}
