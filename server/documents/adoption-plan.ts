import { inArray } from 'drizzle-orm'
import {
  attributeOf,
  type Configuration,
  type Lifecycle,
  lifecycleOf,
  schemeIn,
} from '../../core/configuration'
import { told, wayOn } from '../../core/engine'
import { forOneAct } from '../../core/template'
import { adoptedAttribute, parse } from '../../core/revision'
import type { AdoptionRow } from '../../shared/answers'
import { published } from '../configuration/published'
import { consistently, type Db, type Tx } from '../database/connection'
import { documents } from '../database/schema'
import type { Account } from '../directory/people'
import { Refusal } from '../refusal'
import { decideAdopting } from './acts/adopt'
import { documentColumns } from './columns'
import { childrenOf } from './references'
import { seenBy } from './rights'
import { type DocumentRow, notThere, snapshot } from './rows'
import { isInScope, scopeOf } from './listing/scope'

/** What is to be adopted: documents by number or a folder with all below it, and what differs from the record. */
export interface AdoptionQuery {
  numbers?: string[]
  folder?: string
  /** The attribute that carries the label; else the one that the lifecycle's adopting transitions name. */
  attribute?: string
  /** Labels set one by one, by number. */
  labels: Record<string, string>
  /** The documents that shall adopt one below, so that the steps on the way land at the wanted label. */
  below: string[]
  /** The state that each document should come to stand in; else the first issued one. */
  target?: string
}

const mostAtOnce = 2000

/** The readiness list of a selection: what could be adopted now, and what each of the others still lacks. */
export function adoptionPlan(db: Db, account: Account, query: AdoptionQuery): AdoptionRow[] {
  return consistently(db, () => {
    const selected = query.numbers
      ? rowsByNumber(db, account, query.numbers)
      : rowsInFolder(db, account, query.folder ?? '/')
    if (selected.length > mostAtOnce)
      throw new Refusal(
        'invalid',
        `${query.folder} has more than ${mostAtOnce} documents: choose a folder below it`,
      )
    return forOneAct(() =>
      withReferences(db, account, selected).map(({ row, depth, parent }) =>
        planned(db, account, query, row, depth, parent),
      ),
    )
  })
}

function rowsInFolder(tx: Tx, account: Account, folder: string): DocumentRow[] {
  return tx
    .select(documentColumns)
    .from(documents)
    .where(isInScope(scopeOf(tx, account, { folder })))
    .orderBy(documents.number)
    .limit(mostAtOnce + 1)
    .all()
}

/**
 * Rows of several documents by number, in the order asked. @throws Refusal where one is not there, or may not
 * be seen.
 */
function rowsByNumber(tx: Tx, account: Account, numbers: string[]): DocumentRow[] {
  const isSeen = seenBy(tx, account)
  const found = tx.select(documentColumns).from(documents).where(inArray(documents.number, numbers)).all()
  const rows = new Map(found.map((row) => [row.number, row]))
  return numbers.map((number) => {
    const row = rows.get(number)
    if (!row || !isSeen(row)) throw notThere(number)
    return row
  })
}

/**
 * Each document once, its references that the caller may see beneath the first that has them; a document that
 * another of them refers to stands there.
 */
function withReferences(
  tx: Tx,
  account: Account,
  selected: DocumentRow[],
): { row: DocumentRow; depth: number; parent: string | null }[] {
  const isSeen = seenBy(tx, account)
  const chosen = new Set(selected.map(({ id }) => id))
  const children = new Map<string, string[]>()
  const below = (id: string) =>
    children.get(id) ??
    children
      .set(
        id,
        childrenOf(tx, id)
          .filter(isSeen)
          .map((child) => child.number),
      )
      .get(id)!
  const underAnother = new Set(selected.flatMap(({ id }) => below(id)))
  const placed = new Set<string>()
  const rows: { row: DocumentRow; depth: number; parent: string | null }[] = []
  const place = (row: DocumentRow, depth: number, parent: string | null) => {
    if (placed.has(row.id)) return
    placed.add(row.id)
    rows.push({ row, depth, parent })
    for (const child of rowsByNumber(tx, account, below(row.id))) place(child, depth + 1, row.number)
  }
  for (const row of selected) if (!underAnother.has(row.number)) place(row, 0, null)
  for (const row of selected) if (chosen.has(row.id)) place(row, 0, null)
  return rows
}

function planned(
  tx: Tx,
  account: Account,
  query: AdoptionQuery,
  row: DocumentRow,
  depth: number,
  parent: string | null,
): AdoptionRow {
  const { configuration } = published(tx)
  const lifecycle = lifecycleOf(configuration, row.lifecycle)
  const attribute = query.attribute ?? legacyAttribute(configuration, lifecycle)
  const value = attribute ? (row.record[attribute] ?? null) : null
  const recorded = value === null ? null : String(value)
  const entered = query.labels[row.number]
  const label = entered ?? recorded
  const source =
    entered !== undefined
      ? 'the label entered'
      : attribute
        ? attributeOf(configuration, attribute).name
        : 'the record'
  const target = targetOf(lifecycle, query.target)
  const ahead = target ? aheadTo(configuration, lifecycle, row.state, target, label) : null
  const adopt = ahead?.below && query.below.includes(row.number) ? ahead.adopt : label
  const decision = decideAdopting(tx, account, row, {
    label: adopt,
    source: adopt === label ? source : `one below ${label}`,
  })
  const { number, title, state, revision: current, change } = row
  return {
    ...{ number, title, depth, parent, state, lifecycle: row.lifecycle, current, change },
    ...{ recorded, attribute, label, adopt, target, ahead },
    decision: told(snapshot(tx, row), decision),
  }
}

/** The state that is asked for, where the lifecycle has it; else the first issued one. */
function targetOf({ states }: Lifecycle, wanted: string | undefined): string | null {
  if (wanted && states.some((use) => use.state === wanted)) return wanted
  return states.find((use) => use.phase === 'issued')?.state ?? null
}

/**
 * The attribute that carries legacy labels: what the adopting transitions name, else a text about a revision
 * that is not the vault's own.
 */
function legacyAttribute(configuration: Configuration, lifecycle: Lifecycle): string | null {
  const named = lifecycle.transitions.map(({ revision }) => adoptedAttribute(revision)).find(Boolean)
  if (named) return named
  return (
    configuration.attributes.find(
      ({ id, name, type, systemOnly }) =>
        type === 'text' && !systemOnly && id !== lifecycle.revisionAttribute && /revision/i.test(name),
    )?.id ?? null
  )
}

function aheadTo(
  configuration: Configuration,
  lifecycle: Lifecycle,
  from: string,
  target: string,
  label: string | null,
): AdoptionRow['ahead'] {
  const scheme = schemeIn(configuration, lifecycle)
  const reading = scheme && label ? parse(scheme, label) : undefined
  if (!scheme || !reading?.ok || from === target) return null
  const way = wayOn(scheme, lifecycle, from, target, reading.canonical)
  return way ? { ...way, state: target, wanted: reading.canonical } : null
}
