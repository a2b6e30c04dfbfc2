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
import { FileBreaksError, type Files } from '../files/file-threads'
import type { FileStore } from '../files/store'
import { inParallel } from '../jobs/parallel'

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
  files: Files
  account: Account
  computer: Computer
}

/** So many files are read for one question; a further one goes on from there. */
const mostRead = 400
/** So many documents are named. */
const mostNamed = 50

/**
 * In how many files of a folder a place is, is spelt otherwise, or is missing, of those that somebody may see. Each
 * content is read once.
 */
export async function spreadOf(
  { db, store, files: threads, account, computer }: Asking,
  asked: SpreadQuery,
): Promise<Spread> {
  const found = await computer.compute('files-with', { account, asked })
  const known = placesKnown(
    db,
    found.map(({ sha256 }) => sha256),
  )
  const unread = found.filter(({ sha256 }) => !known.has(sha256)).slice(0, mostRead)
  const read = await inParallel(unread, async ({ sha256, fileName }) => ({
    sha256,
    places: await placesIn(threads, store.path(sha256), fileName),
  }))
  await whenFree(() => {
    for (const row of read) db.insert(readContents).values(row).onConflictDoNothing().run()
  })
  for (const { sha256, places } of read) known.set(sha256, places)
  return { ...counted(found, known, asked.place), files: found.length }
}

/** So many files are looked at; of more, the first ones speak for the others. */
const mostFiles = 5000

const chosen = (db: Db, { ending, folder }: SpreadQuery) =>
  and(
    sql`lower(${documents.fileName}) like ${`%.${ending.toLowerCase()}`}`,
    folder === undefined || folder === '/' ? undefined : inArray(documents.folder, foldersBelow(db, folder)),
  )

/** The files of a set that somebody may see; a walk through the whole vault, and so for a thread. */
export const filesWith = (db: Db, account: Account, asked: SpreadQuery): SpreadFile[] =>
  db
    .select(documentColumns)
    .from(documents)
    .where(chosen(db, asked))
    .orderBy(documents.number)
    .limit(mostFiles)
    .all()
    .filter(seenBy(db, account))
    .map(({ id, number, version }) => ({ number, ...contentOf(db, id, version) }))

function placesKnown(db: Db, contents: string[]): Map<string, string[]> {
  const statement = db
    .select()
    .from(readContents)
    .where(eq(readContents.sha256, sql.placeholder('sha256')))
    .prepare()
  return new Map(
    contents.flatMap((sha256) => {
      const row = statement.get({ sha256 })
      return row ? [[sha256, row.places] as const] : []
    }),
  )
}

/** The names of a file's places; none of one that cannot be read. */
async function placesIn(files: Files, path: string, fileName: string): Promise<string[]> {
  try {
    const { places } = await files.read(path, fileName)
    return [...new Set(places.map(({ place }) => place))]
  } catch (error) {
    if (error instanceof FileBreaksError || (error as NodeJS.ErrnoException).code === 'ENOENT') return []
    throw error
  }
}

function counted(
  found: { number: string; sha256: string }[],
  known: Map<string, string[]>,
  place: string,
): Omit<Spread, 'files'> {
  const spread: Omit<Spread, 'files'> = { read: 0, has: 0, misspelt: [], lacks: 0, lacking: [] }
  const others = new Map<string, { count: number; numbers: string[] }>()
  for (const { number, sha256 } of found) {
    const places = known.get(sha256)
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
