import { and, eq, inArray, sql } from 'drizzle-orm'
import { nearMisses } from '../../core/formats'
import type { Spread } from '../../shared/answers'
import type { Computer } from '../compute/computer'
import { whenFree } from '../database/busy'
import type { Db } from '../database/connection'
import { documents, readContents } from '../database/schema'
import { foldersBelow } from '../directory/folders'
import type { Account } from '../directory/people'
import { documentColumns } from '../documents/columns'
import { seenBy } from '../documents/rights'
import { contentOf } from '../documents/rows'
import { type DoFileTask, FileBreaksError } from '../files/file-tasks'
import type { FileStore } from '../files/store'
import { batches, inParallel } from '../jobs/parallel'

/** What is asked: a place, in files of an ending, of a folder and all below it. */
export interface SpreadQuery {
  place: string
  ending: string
  folder?: string
}

/** A file that is asked, in the newest content of its document. */
export interface SpreadFile {
  number: string
  fileName: string
  sha256: string
}

/** Who asks, and what it takes to answer. */
interface Asking {
  db: Db
  store: FileStore
  doFile: DoFileTask
  account: Account
  computer: Pick<Computer, 'compute'>
}

/** So many files are read for one question; a further one goes on from there. */
const mostRead = 400
/** The files whose places are stored together. */
const together = 20
/** So many documents are named. */
const mostNamed = 50

/**
 * In how many files of a folder a place is, is spelt otherwise, or is missing, of those that somebody may see. Each
 * content is read once.
 */
export async function spreadOf(
  { db, store, doFile, account, computer }: Asking,
  asked: SpreadQuery,
): Promise<Spread> {
  const unread = await computer.compute('files-unread', { account, asked })
  for (const few of batches(unread, together)) {
    const read = await inParallel(few, async ({ sha256, fileName }) => ({
      sha256,
      places: await placesIn(doFile, store.path(sha256), fileName),
    }))
    await whenFree(() => {
      // The places arrive as JSON, which is also how the table stores them.
      for (const { sha256, places } of read)
        db.run(
          sql`insert into read_contents (sha256, places) values (${sha256}, ${places}) on conflict do nothing`,
        )
    })
  }
  return computer.compute('spread', { account, asked })
}

/** The unread files of a set, up to the limit of one question. */
export function filesUnread(db: Db, account: Account, asked: SpreadQuery): SpreadFile[] {
  const isRead = db
    .select({ sha256: readContents.sha256 })
    .from(readContents)
    .where(eq(readContents.sha256, sql.placeholder('sha256')))
    .prepare()
  return filesWith(db, account, asked)
    .filter(({ sha256 }) => !isRead.get({ sha256 }))
    .slice(0, mostRead)
}

/** Counts the files of a set that have been read. */
export function spreadKnown(db: Db, account: Account, asked: SpreadQuery): Spread {
  const found = filesWith(db, account, asked)
  return { ...counted(found, placesKnown(db), asked.place), files: found.length }
}

/** So many files are looked at; of more, the first ones speak for the others. */
const mostFiles = 5000

const chosen = (db: Db, { ending, folder }: SpreadQuery) =>
  and(
    sql`lower(${documents.fileName}) like ${`%.${ending.toLowerCase()}`}`,
    folder === undefined || folder === '/' ? undefined : inArray(documents.folder, foldersBelow(db, folder)),
  )

/** The files of a set that somebody may see; a walk through the whole vault, and so for a thread. */
const filesWith = (db: Db, account: Account, asked: SpreadQuery): SpreadFile[] =>
  db
    .select(documentColumns)
    .from(documents)
    .where(chosen(db, asked))
    .orderBy(documents.number)
    .limit(mostFiles)
    .all()
    .filter(seenBy(db, account))
    .map(({ id, number, version }) => ({ number, ...contentOf(db, id, version) }))

/** The places of contents that have been read. */
function placesKnown(db: Db): (sha256: string) => string[] | undefined {
  const statement = db
    .select()
    .from(readContents)
    .where(eq(readContents.sha256, sql.placeholder('sha256')))
    .prepare()
  return (sha256) => statement.get({ sha256 })?.places
}

/** The names of a file’s places, in JSON; none of one that cannot be read. */
async function placesIn(doFile: DoFileTask, path: string, fileName: string): Promise<string> {
  try {
    return await doFile({ kind: 'names', path, fileName })
  } catch (error) {
    if (error instanceof FileBreaksError || (error as NodeJS.ErrnoException).code === 'ENOENT') return '[]'
    throw error
  }
}

function counted(
  found: { number: string; sha256: string }[],
  known: (sha256: string) => string[] | undefined,
  place: string,
): Omit<Spread, 'files'> {
  const spread: Omit<Spread, 'files'> = { read: 0, has: 0, misspelt: [], lacks: 0, lacking: [] }
  const others = new Map<string, { count: number; numbers: string[] }>()
  for (const { number, sha256 } of found) {
    const places = known(sha256)
    if (!places) continue
    spread.read++
    const [near] = places.includes(place) ? [] : nearMisses(place, places)
    if (places.includes(place)) spread.has++
    else if (near) {
      const other = others.get(near) ?? { count: 0, numbers: [] }
      others.set(near, { count: other.count + 1, numbers: [...other.numbers, number].slice(0, mostNamed) })
    } else {
      spread.lacks++
      if (spread.lacking.length < mostNamed) spread.lacking.push(number)
    }
  }
  spread.misspelt = [...others].map(([name, other]) => ({ place: name, ...other }))
  return spread
}
