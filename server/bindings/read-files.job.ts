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

/** Documents that are fetched together. */
const together = 50

/**
 * Reads contents that could not be read in time when they came in, and writes what they say into the record, as the
 * check-in would have. What waits stays so until it is read: a kill loses nothing, and nothing is written twice.
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
    // What has changed is told by the last content that was read.
    since > 1 ? contentOf(db, id, since - 1) : undefined,
  )
  portion((tx) => {
    // One that came in meanwhile has been read by its own check-in, or waits itself.
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
