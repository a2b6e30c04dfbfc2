import { lifecycleOf } from '../../../core/configuration'
import { type Ancestor, ancestorsOf, decideRevising, told } from '../../../core/engine'
import type { ChainLink } from '../../../shared/answers'
import { forOneAct } from '../../../core/template'
import { published } from '../../configuration/published'
import { atomically, type Db, type Tx } from '../../database/connection'
import type { Account } from '../../directory/people'
import { type Chosen, chosenRow, commandsOf, standingOf } from '../act'
import { carryOut } from '../carry-out'
import { followUp } from '../follow-up'
import { forEachInAct } from '../../scripts/needed'
import { parentNumbers } from '../references'
import { seenBy, seenRow } from '../rights'

/** What a new revision would do to a document, and to each document above it that the caller may see. */
export function revisionChain(tx: Tx, account: Account, number: string, comment?: string): ChainLink[] {
  const above = ancestorsOf(number, parentNumbers(tx, seenBy(tx, account)))
  const links: Ancestor[] = [{ number, depth: 0, under: number }, ...above]
  const predicted = (link: Ancestor): ChainLink => {
    const row = seenRow(tx, account, link.number)
    const standing = standingOf(tx, account, row, comment)
    const { decision, by } = decideRevising(standing)
    const { title, lifecycle, state, revision, change } = row
    const prediction = told(standing.document, decision)
    return { ...link, decision: prediction, by, title, lifecycle, state, revision, change }
  }
  return forOneAct(() => links.map(predicted))
}

/** Makes a new revision of a document and of the chosen ones above it, all or none. */
export function revise(db: Db, account: Account, chosen: Chosen[], comment: string | undefined): void {
  const reviseAll = (tx: Tx) => {
    const { configuration } = published(tx)
    forEachInAct(chosen, (document) => {
      const row = chosenRow(tx, account, document)
      const { decision, by } = decideRevising(standingOf(tx, account, row, comment))
      const { transitions } = lifecycleOf(configuration, row.lifecycle)
      const name = transitions.find(({ id }) => id === by)?.name
      const commands = commandsOf(decision, row.number, chosen.length)
      carryOut(tx, account, configuration, row, commands, {
        code: 'new-revision',
        action: name ?? 'new revision',
        why: comment,
      })
      followUp(tx, row.id, commands)
    })
  }
  atomically(db, (tx) => forOneAct(() => reviseAll(tx)))
}
