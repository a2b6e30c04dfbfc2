import { and, asc, eq, getTableColumns, gt, inArray, isNull, lte, or, type SQL, sql } from 'drizzle-orm'
import { chainTo, principalsOf, relationOf } from '../../core/access'
import { lifecycleOf, transitionOf } from '../../core/configuration'
import { progressOf, signaturesFor } from '../../core/engine'
import type { Task, TaskPage } from '../../shared/answers'
import { today } from '../settings/zone'
import { published } from '../configuration/published'
import type { Tx } from '../database/connection'
import { documents, people, places, taskDeferrals, tasks } from '../database/schema'
import { allFolders, pathOfFolder } from '../directory/folders'
import { type Account, asPerson } from '../directory/people'
import { documentColumns } from '../documents/columns'
import { openSignatures } from '../documents/rows'
import { seenBy } from '../documents/rights'
import { outcomesOf } from './outcomes'
import { signedFrom } from './keep'

export interface TasksQuery {
  /** Where the page begins: what the one before it said. */
  from?: string
  limit?: number
  /** What is put off is shown too. */
  deferred?: boolean
  document?: string
}

const columns = {
  task: getTableColumns(tasks),
  row: documentColumns,
  until: taskDeferrals.until,
  claimedName: people.name,
}

/** The places in which somebody is asked to sign something, being in a seat, whatever else is against it. */
function signingPlaces(tx: Tx, account: Account): number[] {
  const { configuration } = published(tx)
  const folders = allFolders(tx)
  const pathOf = pathOfFolder(tx)
  const person = asPerson(account)
  const anything = relationOf(account, { owner: account.id, creator: account.id })
  const held = new Map<string, Set<string>>()
  const heldIn = (folder: string) => {
    let known = held.get(folder)
    if (!known) held.set(folder, (known = principalsOf(person, chainTo(folders, folder), anything)))
    return known
  }
  return tx
    .select({ id: places.id, folder: places.folder, lifecycle: places.lifecycle, state: places.state })
    .from(places)
    .where(gt(places.documents, 0))
    .all()
    .filter(({ folder, lifecycle, state }) =>
      signedFrom(configuration, lifecycle, state).some(({ seats = [] }) =>
        seats.some(({ members }) => members.some((principal) => heldIn(pathOf(folder)).has(principal))),
      ),
    )
    .map(({ id }) => id)
}

/** What is asked of somebody: as a member of a seat, as an owner, as whoever has it checked out. */
const askedOf = (tx: Tx, account: Account): SQL =>
  or(
    and(eq(tasks.kind, 'sign'), inArray(documents.place, signingPlaces(tx, account))),
    and(eq(tasks.kind, 'returned'), eq(documents.owner, account.id)),
    and(eq(tasks.kind, 'check-out'), eq(documents.checkedOutBy, account.id)),
  )!

function found(tx: Tx, account: Account, wanted: SQL | undefined, limit: number) {
  return tx
    .select(columns)
    .from(tasks)
    .innerJoin(documents, eq(documents.id, tasks.document))
    .leftJoin(taskDeferrals, and(eq(taskDeferrals.task, tasks.id), eq(taskDeferrals.person, account.id)))
    .leftJoin(people, eq(people.id, tasks.claimedBy))
    .where(wanted)
    .orderBy(asc(tasks.since), asc(tasks.id))
    .limit(limit)
    .all()
}
type Found = ReturnType<typeof found>[number]

/** How many are looked at together, and at most for one page: what cannot be decided is left out of it. */
const portion = 100
const most = 500

/**
 * What waits for somebody, the oldest first: only what they could decide now. A page says where the next one begins.
 */
export function tasksOf(tx: Tx, account: Account, query: TasksQuery): TaskPage {
  const { limit = 50, deferred = false, document } = query
  const asked = askedOf(tx, account)
  const notDeferred = deferred
    ? undefined
    : or(isNull(taskDeferrals.until), lte(taskDeferrals.until, today(tx)))
  const named = document === undefined ? undefined : eq(documents.number, document)
  const isSeen = seenBy(tx, account)
  const page: Task[] = []
  let from = query.from
  for (let looked = 0; looked < most; looked += portion) {
    const rows = found(tx, account, and(asked, notDeferred, named, after(from)), portion)
    for (const row of rows) {
      from = markOf(row)
      const task = isSeen(row.row) ? asTask(tx, account, row) : undefined
      if (task) page.push(task)
      if (page.length === limit) return { tasks: page, next: from }
    }
    if (rows.length < portion) return { tasks: page, next: null }
  }
  return { tasks: page, next: from ?? null }
}

/** One task, if it is asked of somebody and could be decided by them now. */
export function taskOf(tx: Tx, account: Account, id: string): Task | undefined {
  const [row] = found(tx, account, and(askedOf(tx, account), eq(tasks.id, id)), 1)
  return row && seenBy(tx, account)(row.row) ? asTask(tx, account, row) : undefined
}

const markOf = ({ task }: Found): string => `${task.since} ${task.id}`

function after(mark: string | undefined): SQL | undefined {
  if (mark === undefined) return undefined
  const [since = '', id = ''] = mark.split(' ')
  return sql`(${tasks.since}, ${tasks.id}) > (${since}, ${id})`
}

/** A task as its person sees it; undefined where there is nothing that they could do about it now. */
function asTask(tx: Tx, account: Account, { task, row, until, claimedName }: Found): Task | undefined {
  const { configuration } = published(tx)
  const outcomes = outcomesOf(tx, account, task.kind, row, task.detail)
  if (outcomes.length === 0) return undefined
  const { id, kind, detail, since, due, claimedBy } = task
  const lifecycle = lifecycleOf(configuration, row.lifecycle)
  const transition = kind === 'sign' ? transitionOf(lifecycle, detail) : null
  const signatures = openSignatures(tx, row.id)
  return {
    ...{ id, kind, since, due, number: row.number, title: row.title, change: row.change },
    ...{ lifecycle: row.lifecycle, state: row.state, revision: row.revision, folder: row.folder },
    asks: asksFor(kind, transition?.name),
    progress: transition && progressOf(transition, signaturesFor({ signatures }, transition)),
    claimedBy: claimedBy ? { id: claimedBy, name: claimedName ?? claimedBy } : null,
    deferredUntil: until && until > today(tx) ? until : null,
    outcomes,
  }
}

/** What is asked by a task, in words. */
export const asksFor = (kind: Task['kind'], transition = ''): string =>
  ({
    sign: `sign ${transition}`,
    returned: 'work on what was returned',
    'check-out': 'check in, or give back',
  })[kind]
