import { desc, eq, inArray } from 'drizzle-orm'
import { lifecycleOf } from '../../core/configuration'
import { nextLabel } from '../../core/engine'
import type { DocumentPage } from '../../shared/answers'
import { published } from '../configuration/published'
import type { Db } from '../database/connection'
import { people, versions } from '../database/schema'
import type { Account } from '../directory/people'
import { childrenOf, parentsOf } from './references'
import { requireRights, seenBy } from './rights'
import { documentRow, register, snapshot } from './rows'

/** Everything the document's page shows, for a person who may see it. */
export function documentPage(db: Db, account: Account, number: string): DocumentPage {
  const row = documentRow(db, number)
  requireRights(db, account, row, ['see'])
  const { configuration } = published(db)
  const isSeen = seenBy(db, account)
  const names = new Map(
    db
      .select({ id: people.id, name: people.name })
      .from(people)
      .where(inArray(people.id, [row.creator, row.lastEditor]))
      .all()
      .map((person) => [person.id, person.name]),
  )
  return {
    document: {
      ...row,
      creatorName: names.get(row.creator) ?? row.creator,
      lastEditorName: names.get(row.lastEditor) ?? row.lastEditor,
    },
    checkedOutBy: snapshot(db, row).checkedOutBy,
    register: register(db, row.id),
    refersTo: childrenOf(db, row.id).filter(isSeen),
    usedBy: parentsOf(db, row.id).filter(isSeen),
    versions: db
      .select()
      .from(versions)
      .where(eq(versions.document, row.id))
      .orderBy(desc(versions.version))
      .all(),
    next: nextLabel(configuration, lifecycleOf(configuration, row.lifecycle), row),
  }
}
