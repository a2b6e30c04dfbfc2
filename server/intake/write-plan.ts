import { and, eq, inArray, max, ne } from 'drizzle-orm'
import type { Conflict, IntakePlan, PlannedDocument, PlannedFile } from '../../core/intake'
import type { Db, Tx } from '../database/connection'
import { intakeDocuments } from '../database/schema'
import type { JobContext } from '../jobs/job-kind'
import { batches } from '../jobs/parallel'
import { statements } from './statements'

/** Rows written in one transaction: some milliseconds, so that nobody waits for a plan to be written. */
const atATime = 200

/** A document's place in the plan, and what holds its files back. */
interface Place {
  position: number
  code: string | null
  /** What files of its number are told besides, where the document has been brought in already. */
  conflicts?: Conflict[]
}

/**
 * Writes a plan in place of the one before, in portions: documents in their order, each file with what holds it
 * back. Documents that were brought in stay as they are.
 */
export function writePlan({ db, portion }: JobContext, id: string, plan: IntakePlan): void {
  forgetPlan({ db, portion }, id)
  const places = placesOf(db, id)
  let position = lastPosition(db, id)
  for (const batch of batches(plan.documents, atATime))
    portion((tx) => {
      for (const document of batch) {
        const broughtIn = places.get(document.number)
        if (broughtIn) {
          broughtIn.conflicts = document.conflicts
          continue
        }
        position++
        places.set(document.number, { position, code: codeOf(document) })
        addDocument(tx, id, position, document)
      }
    })
  for (const batch of batches(plan.files, atATime))
    portion((tx) => {
      for (const file of batch) writeFile(tx, id, file, places)
    })
}

const codeOf = ({ ready, conflicts }: PlannedDocument) => (ready ? null : (conflicts[0]?.code ?? 'companion'))

/** A document that there is no file for is none that is held back. */
const statusOf = ({ ready, conflicts }: PlannedDocument) =>
  ready ? 'ready' : conflicts[0]?.code === 'line-without-file' ? 'unfiled' : 'held'

const addDocument = (tx: Tx, intake: string, position: number, plan: PlannedDocument) =>
  statements(tx).addDocument.run({
    ...{ intake, position, plan },
    number: plan.number,
    status: statusOf(plan),
  })

function writeFile(tx: Tx, intake: string, file: PlannedFile, places: Map<string, Place>): void {
  const { number, leftOut, path } = file
  const document = number === null || leftOut ? undefined : places.get(number)
  const conflict = leftOut ? null : (file.conflicts[0]?.code ?? document?.code ?? null)
  statements(tx).planFile.run({
    ...{ intake, path, number, conflict },
    planned: { ...file, inside: undefined, conflicts: [...file.conflicts, ...(document?.conflicts ?? [])] },
    document: document?.position ?? null,
    status: leftOut ? 'left out' : conflict ? 'held' : 'ready',
  })
}

/** Takes the documents of the plan before out, but for those that were brought in. */
function forgetPlan({ db, portion }: Pick<JobContext, 'db' | 'portion'>, id: string): void {
  const open = and(eq(intakeDocuments.intake, id), ne(intakeDocuments.status, 'done'))
  const positions = db
    .select({ position: intakeDocuments.position })
    .from(intakeDocuments)
    .where(open)
    .all()
    .map((row) => row.position)
  for (const batch of batches(positions, atATime))
    portion((tx) =>
      tx
        .delete(intakeDocuments)
        .where(and(open, inArray(intakeDocuments.position, batch)))
        .run(),
    )
}

/** The documents that were brought in by this intake: another file of their number finds it taken. */
function placesOf(db: Db, id: string): Map<string, Place> {
  const rows = db
    .select({ number: intakeDocuments.number, position: intakeDocuments.position })
    .from(intakeDocuments)
    .where(eq(intakeDocuments.intake, id))
    .all()
  return new Map(rows.map(({ number, position }) => [number, { position, code: 'number-in-vault' }]))
}

const lastPosition = (db: Db, id: string): number =>
  db
    .select({ last: max(intakeDocuments.position) })
    .from(intakeDocuments)
    .where(eq(intakeDocuments.intake, id))
    .get()!.last ?? 0
