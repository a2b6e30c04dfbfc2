import { lifecycleOf } from '../../../core/configuration'
import { type Ancestor, decideRevising, told } from '../../../core/engine'
import type { ChainLink } from '../../../shared/answers'
import { published } from '../../configuration/published'
import { atomically, type Db, type Tx } from '../../database/connection'
import type { Account } from '../../directory/people'
import { type Chosen, chosenRow, commandsOf, standingOf } from '../act'
import { carryOut } from '../carry-out'
import { ancestors } from '../references'
import { seenBy } from '../rights'
import { documentRow } from '../rows'

/** What a new revision would do to a document, and to each document above it that the caller may see. */
export function revisionChain(tx: Tx, account: Account, number: string, comment?: string): ChainLink[] {
  const isSeen = seenBy(tx, account)
  const links: Ancestor[] = [{ number, depth: 0, under: number }, ...ancestors(tx, number)]
  return links.flatMap((link) => {
    const row = documentRow(tx, link.number)
    if (link.depth > 0 && !isSeen(row)) return []
    const standing = standingOf(tx, account, row, comment)
    const { decision, by } = decideRevising(standing)
    const { title, lifecycle, state, revision, change } = row
    return [
      { ...link, decision: told(standing.document, decision), by, title, lifecycle, state, revision, change },
    ]
  })
}

/** Makes a new revision of a document and of the chosen ones above it, all or none. */
export function revise(db: Db, account: Account, chosen: Chosen[], comment: string | undefined): void {
  atomically(db, (tx) => {
    const { configuration } = published(tx)
    for (const document of chosen) {
      const row = chosenRow(tx, account, document)
      const { decision, by } = decideRevising(standingOf(tx, account, row, comment))
      const { transitions } = lifecycleOf(configuration, row.lifecycle)
      const name = transitions.find(({ id }) => id === by)?.name
      carryOut(tx, account, configuration, row, commandsOf(decision, row.number, chosen.length), {
        code: 'new-revision',
        action: name ?? 'new revision',
        why: comment,
      })
    }
  })
}
