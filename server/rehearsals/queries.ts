import { asc, eq } from 'drizzle-orm'
import type { Directory } from '../../core/access'
import type { Configuration } from '../../core/configuration'
import { type Beginning, brokenAct } from '../../core/rehearsal'
import type { BrokenRehearsal, KeptRehearsal } from '../../shared/answers'
import { today } from '../settings/zone'
import type { Tx } from '../database/connection'
import { keptRehearsals } from '../database/schema'
import type { Account } from '../directory/people'
import { childrenOf } from '../documents/references'
import { seenBy, seenRow } from '../documents/rights'
import { documentRowById, snapshot } from '../documents/rows'

/** Every kept rehearsal, or those of one lifecycle, the oldest first. */
export const listRehearsals = (tx: Tx, lifecycle?: string): KeptRehearsal[] =>
  rehearsalRows(tx, lifecycle).map(({ body, ...row }) => ({ ...row, acts: body.acts.length }))

/** The same with all that they begin with. */
export const rehearsalRows = (tx: Tx, lifecycle?: string) =>
  tx
    .select()
    .from(keptRehearsals)
    .where(lifecycle === undefined ? undefined : eq(keptRehearsals.lifecycle, lifecycle))
    .orderBy(asc(keptRehearsals.at), asc(keptRehearsals.id))
    .all()

/** The kept rehearsals that come out otherwise in a configuration. */
export const brokenIn = (tx: Tx, configuration: Configuration, directory: Directory): BrokenRehearsal[] =>
  rehearsalRows(tx)
    .filter(({ active }) => active)
    .flatMap(({ id, name, lifecycle, body }) => {
      const broken = brokenAct(configuration, directory, body)
      return broken ? [{ id, name, lifecycle, ...broken }] : []
    })

/** The most documents that a rehearsal begins with. */
const most = 200

/** A document as it stands, with all it refers to that somebody may see: where a rehearsal of a copy begins. */
export function beginningWith(tx: Tx, account: Account, number: string): Beginning {
  const row = seenRow(tx, account, number)
  const isSeen = seenBy(tx, account)
  const documents = [snapshot(tx, row)]
  const references: Record<string, string[]> = {}
  const open = [row]
  const known = new Set([row.id])
  for (let next = open.shift(); next; next = open.shift()) {
    const children = childrenOf(tx, next.id).filter(isSeen)
    references[next.number] = children.map((child) => child.number)
    for (const { id } of children) {
      if (known.has(id) || known.size >= most) continue
      known.add(id)
      const child = documentRowById(tx, id)
      documents.push(snapshot(tx, child))
      open.push(child)
    }
  }
  const kept = new Set(documents.map((document) => document.number))
  for (const [parent, children] of Object.entries(references))
    references[parent] = children.filter((child) => kept.has(child))
  return { documents, references, today: today(tx) }
}
