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
import { noteRead, unreadAfter } from './unread'

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
      for (const { document, version } of few) {
        await readOne(context, document, version)
        if (!progress(++read, read)) return 'stopped'
      }
      after = few.at(-1)!.document
    }
  },
}

async function readOne(context: JobContext, id: string, version: number): Promise<void> {
  const { db, store, doFile, portion } = context
  const row = documentRowById(db, id)
  const looked =
    row.version === version
      ? await lookIntoBoth(
          { store, files: filesBy(doFile) },
          boundIn(published(db).configuration, row),
          contentOf(db, id, version),
          version > 1 ? contentOf(db, id, version - 1) : undefined,
        )
      : undefined
  portion((tx) => {
    // A version that came in meanwhile says more than this one.
    const isNewest = documentRowById(tx, id).version === version
    if (noteRead(tx, id, version) && isNewest && looked) takeOver(tx, context, id, version, looked)
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
    ...{ code: 'edit', action: 'read from the file', after: inFile!.values },
    before: Object.fromEntries(Object.keys(inFile!.values).map((name) => [name, row.record[name] ?? null])),
  })
  followUp(tx, id, said)
}
