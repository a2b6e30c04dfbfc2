import { and, count, eq, gt, inArray, ne, type SQL, sql } from 'drizzle-orm'
import { type Configuration, type Edit, lifecycleOf, schemeFor, schemeIn } from '../../core/configuration'
import { checkConversion, orderKey, parse, type RevisionScheme, spoiledBy } from '../../core/revision'
import type { LabelUse, SchemeUse } from '../../shared/answers'
import type { Actor } from '../audit/trail'
import { today } from '../settings/zone'
import type { Db, Tx } from '../database/connection'
import { documents, labelTallies, places, registerRows, versions } from '../database/schema'
import type { Account } from '../directory/people'
import { isAlsoInScope, scopeOf } from '../documents/listing/scope'

/** The labels that the documents of some lifecycles carry or have carried. */
export function labelsInUse(tx: Tx, lifecycles: string[]): LabelUse[] {
  if (lifecycles.length === 0) return []
  const uses = new Map<string, LabelUse>()
  const registered = tx
    .select({
      label: registerRows.label,
      registered: sql<number>`count(distinct ${registerRows.document})`,
    })
    .from(registerRows)
    .innerJoin(documents, eq(documents.id, registerRows.document))
    .where(inArray(documents.lifecycle, lifecycles))
    .groupBy(registerRows.label)
    .all()
  for (const { label, registered: times } of registered)
    uses.set(label, { label, current: 0, registered: times })
  for (const { label, current: times } of carriedNow(tx, lifecycles)) {
    const use = uses.get(label)
    if (use) use.current = times
    else uses.set(label, { label, current: times, registered: 0 })
  }
  return [...uses.values()]
}

/** How many documents of some lifecycles carry each label now. */
const carriedNow = (tx: Tx, lifecycles: string[]) =>
  tx
    .select({ label: labelTallies.revision, current: sql<number>`sum(${labelTallies.documents})` })
    .from(labelTallies)
    .innerJoin(places, eq(places.id, labelTallies.place))
    .where(
      and(
        inArray(places.lifecycle, lifecycles),
        ne(labelTallies.revision, ''),
        gt(labelTallies.documents, 0),
      ),
    )
    .groupBy(labelTallies.revision)
    .all()

/** A condition: the document carries the label, or has it in its register. */
const hasLabel = (lifecycles: string[], label: string) =>
  sql`${inArray(documents.lifecycle, lifecycles)} and (${documents.revision} = ${label} or exists (
    select 1 from ${registerRows} where ${registerRows.document} = ${documents.id}
      and ${registerRows.label} = ${label}))`

/** The lifecycles of a scheme and the labels in use, each with an example that the account may see. */
export function schemeInUse(tx: Tx, account: Account, configuration: Configuration, id: string): SchemeUse {
  const lifecycles = configuration.lifecycles.filter(({ scheme }) => scheme === id).map((one) => one.id)
  const labels = labelsInUse(tx, lifecycles).map((use) => ({
    ...use,
    example: seenWith(tx, account, hasLabel(lifecycles, use.label), 1)[0] ?? null,
  }))
  return { lifecycles, labels }
}

/** The first numbers of documents that meet a condition and that the account may see. */
const seenWith = (tx: Tx, account: Account, isTrue: SQL, limit: number): string[] =>
  tx
    .select({ number: documents.number })
    .from(documents)
    .where(and(isTrue, isAlsoInScope(scopeOf(tx, account))))
    .orderBy(documents.number)
    .limit(limit)
    .all()
    .map(({ number }) => number)

/** Up to so many documents are named where a label stands in the way. */
const namedAtMost = 5

/**
 * What stands against putting a configuration in force, as far as labels go: each label in use that its
 * scheme would no longer
 * have, or that would change places with another, with documents that carry it. Empty where nothing does.
 */
export function labelObstacles(
  tx: Tx,
  account: Account,
  before: Configuration,
  after: Configuration,
  conversions: Map<string, Record<string, string>>,
): string[] {
  return before.lifecycles.flatMap((lifecycle) => {
    const next = after.lifecycles.find(({ id }) => id === lifecycle.id)
    const [old, now] = [schemeIn(before, lifecycle), next && schemeIn(after, next)]
    if (!old || !now || JSON.stringify(old) === JSON.stringify(now)) return []
    const labels = labelsInUse(tx, [lifecycle.id]).map(({ label }) => label)
    return spoiled(old, now, labels, conversions.get(lifecycle.id)).map(
      ({ label, message }) => `${message}: ${carriers(tx, account, lifecycle.id, label)}`,
    )
  })
}

function spoiled(
  old: RevisionScheme,
  now: RevisionScheme,
  labels: string[],
  conversion: Record<string, string> | undefined,
): { label: string; message: string }[] {
  if (!conversion) return spoiledBy(old, now, labels)
  const known = labels.filter((label) => parse(old, label).ok)
  return checkConversion(
    old,
    now,
    known.map((from) => ({ from, to: conversion[from] ?? null })),
  ).map(({ from, message }) => ({ label: from, message }))
}

/** Says how many documents have a label, and names those that the account may see. */
function carriers(tx: Tx, account: Account, lifecycle: string, label: string): string {
  const where = hasLabel([lifecycle], label)
  const total = tx.select({ total: count() }).from(documents).where(where).get()!.total
  const named = seenWith(tx, account, where, namedAtMost)
  const others = total - named.length
  const more = others ? [`${others} ${named.length ? 'more' : 'that you may not see'}`] : []
  return `${[named.join(', '), ...more].filter(Boolean).join(' and ')} ${total === 1 ? 'has' : 'have'} it`
}

/** The conversions that a row of edits asks for, by lifecycle; the last one counts. */
export function conversionsIn(edits: Edit[]): Map<string, Record<string, string>> {
  const conversions = new Map<string, Record<string, string>>()
  for (const edit of edits)
    if (edit.kind === 'use-scheme') {
      if (edit.conversion) conversions.set(edit.lifecycle, edit.conversion)
      else conversions.delete(edit.lifecycle)
    }
  return conversions
}

/**
 * Brings labels and their order in line with schemes that were just put in force: converts where a conversion
 * is given, keeping
 * in each register row what it was; and sorts anew where a scheme has changed. Runs in the caller's transaction.
 */
export function followSchemes(
  tx: Db,
  actor: Actor,
  before: Configuration,
  after: Configuration,
  conversions: Map<string, Record<string, string>>,
): void {
  for (const lifecycle of before.lifecycles) {
    if (!after.lifecycles.some(({ id }) => id === lifecycle.id)) continue
    const now = schemeFor(after, lifecycleOf(after, lifecycle.id))
    if (JSON.stringify(schemeFor(before, lifecycle)) === JSON.stringify(now)) continue
    const conversion = conversions.get(lifecycle.id)
    if (conversion) convertLabels(tx, actor, after, lifecycle.id, conversion)
    sortAnew(tx, lifecycle.id, now)
  }
}

/** Registers, keeping what each label was; versions; documents, with the attribute that keeps the label. */
function conversionStatements(revisionAttribute: string | undefined): string[] {
  const mine = 'select id from documents where lifecycle = @lifecycle'
  const becomes = (was: string) => `(select becomes from conversion where was = ${was})`
  const label = versions.revision.name
  const inRecord = revisionAttribute
    ? `, record = json_set(record, '$."${revisionAttribute}"', ${becomes('documents.revision')})`
    : ''
  return [
    `update register_rows
      set was = json_insert(coalesce(nullif(was, 'null'), '[]'), '$[#]',
        json_object('label', label, 'on', @today, 'by', @by, 'why', @why)),
      label = ${becomes('register_rows.label')}
    where document in (${mine}) and label in (select was from conversion)`,
    `update versions set ${label} = ${becomes(`versions.${label}`)}
    where document in (${mine}) and revision in (select was from conversion)`,
    `update documents set change = change + 1, revision = ${becomes('documents.revision')}${inRecord}
    where lifecycle = @lifecycle and revision in (select was from conversion)`,
  ]
}

/** All labels at once, through a table, so that A → B and B → C do not run into each other. */
function convertLabels(
  tx: Db,
  actor: Actor,
  after: Configuration,
  lifecycle: string,
  conversion: Record<string, string>,
): void {
  const now = lifecycleOf(after, lifecycle)
  const why = `${now.name} labels by ${schemeFor(after, now).name} now`
  const table = tx.$client
  table.exec('create temp table conversion (was text primary key, becomes text not null)')
  try {
    const add = table.prepare('insert into conversion values (?, ?)')
    for (const [was, becomes] of Object.entries(conversion)) if (was !== becomes) add.run(was, becomes)
    const values = { lifecycle, today: today(tx), by: actor.name, why }
    for (const statement of conversionStatements(now.revisionAttribute)) table.prepare(statement).run(values)
  } finally {
    table.exec('drop table conversion')
  }
}

function sortAnew(tx: Tx, lifecycle: string, scheme: RevisionScheme): void {
  for (const { label } of labelsInUse(tx, [lifecycle])) {
    const reading = parse(scheme, label)
    if (reading.ok)
      tx.update(documents)
        .set(sortedAs(orderKey(scheme, reading.position)))
        .where(sql`${documents.lifecycle} = ${lifecycle} and ${documents.revision} = ${label}`)
        .run()
  }
}

const sortedAs = (key: string) => ({ revisionOrder: key })
