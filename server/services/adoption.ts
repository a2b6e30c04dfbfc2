import { adoptedAttribute, parse } from '../../core/revision'
import {
  attributeOf,
  type Configuration,
  type Lifecycle,
  lifecycleOf,
  schemeIn,
} from '../../core/configuration'
import { type Decision, wayOn, type WayOn } from '../../core/engine'
import { and, eq, gte, lte, or } from 'drizzle-orm'
import { consistently, type Db, type Tx } from '../database/connection'
import { documents } from '../database/schema'
import { published } from './configuration'
import { seenBy, type DocumentRow } from './documents'
import { Refusal } from './errors'
import type { Account } from './people'
import { childrenOf } from './references'
import { predictAdoption, rowsByNumber } from './revisions'
import { visible } from './vault-query'

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

/** One document of the readiness list; those under `parent` are its references. */
export interface AdoptionRow {
  number: string
  title: string | null
  depth: number
  parent: string | null
  state: string
  lifecycle: string
  current: string | null
  /** The label in the record, and the attribute it was taken from. */
  recorded: string | null
  attribute: string | null
  /** The label it shall have in the end, and the one that is adopted for that now. */
  label: string | null
  adopt: string | null
  change: number
  decision: Decision
  /** How it gets on to the target state with the wanted label, and the label to adopt for that. */
  ahead: (WayOn & { state: string; wanted: string }) | null
  target: string | null
}

const mostAtOnce = 2000

/** The readiness list of a selection: what could be adopted now, and what each of the others still lacks. */
export function adoptionPlan(db: Db, account: Account, query: AdoptionQuery): AdoptionRow[] {
  return consistently(db, () => {
    const selected = query.numbers
      ? rowsByNumber(db, account, query.numbers)
      : inFolder(db, account, query.folder ?? '/')
    if (selected.length > mostAtOnce)
      throw new Refusal(
        400,
        `${query.folder} has more than ${mostAtOnce} documents: choose a folder below it`,
      )
    return withReferences(db, account, selected).map(({ row, depth, parent }) =>
      planned(db, account, query, row, depth, parent),
    )
  })
}

function inFolder(tx: Tx, account: Account, folder: string): DocumentRow[] {
  const within =
    folder === '/'
      ? undefined
      : or(
          eq(documents.folder, folder),
          and(gte(documents.folder, `${folder}/`), lte(documents.folder, `${folder}/\uffff`)),
        )
  return tx
    .select()
    .from(documents)
    .where(and(within, visible(tx, account)))
    .orderBy(documents.number)
    .limit(mostAtOnce + 1)
    .all()
}

/** Each document once, its references that the caller may see beneath the first that has them; a document that another of them refers to stands there. */
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
  const target =
    query.target && lifecycle.states.some((use) => use.state === query.target)
      ? query.target
      : (lifecycle.states.find((use) => use.phase === 'issued')?.state ?? null)
  const ahead = target ? aheadTo(configuration, lifecycle, row.state, target, label) : null
  const adopt = ahead?.below && query.below.includes(row.number) ? ahead.adopt : label
  return {
    number: row.number,
    title: row.title,
    depth,
    parent,
    state: row.state,
    lifecycle: row.lifecycle,
    current: row.revision,
    recorded,
    attribute,
    label,
    adopt,
    change: row.change,
    target,
    ahead,
    decision: predictAdoption(tx, account, row, adopt, adopt === label ? source : `one below ${label}`),
  }
}

/** The attribute that carries legacy labels: what the adopting transitions name, else a text about a revision that is not the vault's own. */
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
