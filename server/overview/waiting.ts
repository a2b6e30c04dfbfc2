import { asc, eq } from 'drizzle-orm'
import { lifecycleOf, transitionOf } from '../../core/configuration'
import { againstCompleting } from '../../core/engine'
import type { StuckRound, WaitingTask } from '../../shared/answers'
import { published } from '../configuration/published'
import type { Db } from '../database/connection'
import { documents, tasks } from '../database/schema'
import { allFolders } from '../directory/folders'
import { type Account, everybody } from '../directory/people'
import { documentColumns } from '../documents/columns'
import { seenBy } from '../documents/rights'
import { snapshot } from '../documents/rows'
import { asksFor } from '../tasks/queries'

/** So many tasks and rounds are looked at, the oldest first, and so many of them are told. */
const most = { looked: 500, rounds: 100, told: 8, oldest: 5 }

const oldestTasks = (db: Db, kind: 'sign' | undefined, limit: number) =>
  db
    .select({ task: tasks, row: documentColumns })
    .from(tasks)
    .innerJoin(documents, eq(documents.id, tasks.document))
    .where(kind && eq(tasks.kind, kind))
    .orderBy(asc(tasks.since), asc(tasks.id))
    .limit(limit)
    .all()

const transitionIn = (db: Db, lifecycle: string, id: string) =>
  transitionOf(lifecycleOf(published(db).configuration, lifecycle), id)

/** What has waited longest, whomever it waits for. */
export function longestWaiting(
  db: Db,
  account: Account,
): { count: number; isWhole: boolean; oldest: WaitingTask[] } {
  const isSeen = seenBy(db, account)
  const seen = oldestTasks(db, undefined, most.looked).filter(({ row }) => isSeen(row))
  const oldest = seen.slice(0, most.oldest).map(({ task, row }) => ({
    ...{ number: row.number, title: row.title, since: task.since },
    asks: asksFor(task.kind, task.kind === 'sign' ? transitionIn(db, row.lifecycle, task.detail).name : ''),
  }))
  return { count: seen.length, isWhole: seen.length < most.looked, oldest }
}

/** Rounds that nobody could complete as they stand, the oldest first. */
export function stuckRounds(db: Db, account: Account): StuckRound[] {
  const isSeen = seenBy(db, account)
  const stuck: StuckRound[] = []
  const people = everybody(db)()
  const folders = allFolders(db)
  for (const { task, row } of oldestTasks(db, 'sign', most.rounds)) {
    if (!isSeen(row)) continue
    const lifecycle = lifecycleOf(published(db).configuration, row.lifecycle)
    const transition = transitionOf(lifecycle, task.detail)
    const document = snapshot(db, row)
    const [reason] = againstCompleting({ folders, document, lifecycle, transition }, people)
    if (!reason) continue
    const { message, wayOut } = reason
    stuck.push({
      ...{ number: row.number, transition: transition.name, since: task.since },
      ...{ message, wayOut, folder: row.folder },
    })
    if (stuck.length === most.told) break
  }
  return stuck
}
