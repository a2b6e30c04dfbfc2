import { desc, eq, inArray } from 'drizzle-orm'
import { lifecycleOf } from '../../core/configuration'
import { nextLabel } from '../../core/engine'
import type { DocumentPage, Referred, Version } from '../../shared/answers'
import { published } from '../configuration/published'
import type { Db, Tx } from '../database/connection'
import { laterContents, people, renditions, versions } from '../database/schema'
import type { Account } from '../directory/people'
import { fileStateOf } from '../bindings/pending'
import { byItself } from './follow-up'
import { heldBy } from '../jobs/queue'
import { childrenOf, copiesOf, parentsOf, type StandingReferred } from './references'
import { holds, seenBy, seenRow } from './rights'
import { type DocumentRow, holderOf, register } from './rows'

/**
 * Everything the document's page shows, for a person who may see it. Without the right to its history that is
 * neither its register nor its earlier versions, and of the current one no comment and no hash.
 */
export function documentPage(db: Db, account: Account, number: string): DocumentPage {
  const row = seenRow(db, account, number)
  const { configuration } = published(db)
  const isSeen = seenBy(db, account)
  const history = holds(db, account, 'history')(row)
  const names = namesOf(db, [row.owner, row.creator, row.lastEditor])
  return {
    document: {
      ...row,
      ownerName: names.get(row.owner) ?? row.owner,
      creatorName: names.get(row.creator) ?? row.creator,
      lastEditorName: names.get(row.lastEditor) ?? row.lastEditor,
    },
    history,
    checkedOutBy: holderOf(db, row),
    register: history ? register(db, row.id) : [],
    refersTo: childrenOf(db, row.id).filter(isSeen).map(asReferred),
    usedBy: parentsOf(db, row.id).filter(isSeen).map(asReferred),
    copyOf: copiesOf(db, row.id, 'source').filter(isSeen).map(asReferred),
    copiedTo: copiesOf(db, row.id, 'copy').filter(isSeen).map(asReferred),
    file: fileOf(db, account, row),
    heldBy: heldBy(db, row.id) ?? null,
    versions: history ? versionsOf(db, row) : currentAlone(versionsOf(db, row), row),
    next: nextLabel(configuration, lifecycleOf(configuration, row.lifecycle), row),
    byItself: row.checkedOutBy ? { moves: [], undecided: null } : byItself(db, row, isSeen),
  }
}

/** How file and record stand to each other; what stands in the file is for whoever may open it. */
function fileOf(db: Db, account: Account, row: DocumentRow): DocumentPage['file'] {
  const { pending, findings } = fileStateOf(db, row.id)
  return { pending, findings: holds(db, account, 'open')(row) ? findings : [] }
}

const asReferred = ({ owner: _, creator: __, ...referred }: StandingReferred): Referred => referred

function namesOf(tx: Tx, ids: string[]): Map<string, string> {
  const found = tx
    .select({ id: people.id, name: people.name })
    .from(people)
    .where(inArray(people.id, ids))
    .all()
  return new Map(found.map(({ id, name }) => [id, name]))
}

function versionsOf(tx: Tx, { id }: DocumentRow): Version[] {
  const made = tx
    .select({ version: renditions.version })
    .from(renditions)
    .where(eq(renditions.document, id))
    .all()
  const later = laterOf(tx, id)
  const withPdf = new Set(made.map(({ version }) => version))
  return tx
    .select()
    .from(versions)
    .where(eq(versions.document, id))
    .orderBy(desc(versions.version))
    .all()
    .map(({ record: _record, ...version }) => ({
      ...version,
      ...later.get(version.version),
      hasPdf: withPdf.has(version.version),
    }))
}

/** The newest content of each version into which the vault wrote, and how often it did. */
function laterOf(tx: Tx, document: string): Map<number, Pick<Version, 'sha256' | 'size' | 'written'>> {
  const rows = tx
    .select()
    .from(laterContents)
    .where(eq(laterContents.document, document))
    .orderBy(laterContents.version, laterContents.position)
    .all()
  return new Map(
    rows.map(({ version, position, sha256, size }) => [version, { sha256, size, written: position }]),
  )
}

const currentAlone = (all: Version[], { version }: DocumentRow): Version[] =>
  all.filter((entry) => entry.version === version).map((entry) => ({ ...entry, comment: null, sha256: null }))
