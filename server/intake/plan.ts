import { readFile } from 'node:fs/promises'
import { and, eq, sql } from 'drizzle-orm'
import { textOf } from '../../archive/text'
import { ConditionError } from '../../core/condition'
import { PatternError, planIntake, readRegister, RegisterError } from '../../core/intake'
import { today } from '../clock'
import { published } from '../configuration/published'
import { atomically, type Db, type Tx } from '../database/connection'
import { documents, intakeDocuments, intakeFiles, intakes } from '../database/schema'
import { allFolders } from '../directory/folders'
import { account, asPerson } from '../directory/people'
import { Refusal } from '../refusal'
import { intakeRow } from './rows'
import { inShare } from './share'

/**
 * Makes the plan from what was read, and writes it down. A profile or register that cannot be read becomes
 * the intake's `fault`.
 * Takes seconds at a hundred thousand files: for a worker thread, never for the request path.
 */
export async function makePlan(db: Db, id: string): Promise<void> {
  const intake = intakeRow(db, id)
  const person = account(db, intake.personId)!
  try {
    const register = await registerOf(intake)
    const plan = planIntake({
      files: db
        .select({ found: intakeFiles.found })
        .from(intakeFiles)
        .where(eq(intakeFiles.intake, id))
        .orderBy(intakeFiles.path)
        .all()
        .map((row) => row.found),
      register: register.entries,
      profile: intake.profile,
      configuration: published(db).configuration,
      folders: allFolders(db),
      person: asPerson(person),
      today: today(),
      settlements: intake.settlements,
      inVault: isTaken(db),
    })
    const problems = register.problems.map(({ message }) => message)
    atomically(db, (tx) => writePlan(tx, id, plan, problems))
  } catch (error) {
    if (!faults.some((kind) => error instanceof kind)) throw error
    holdBack(db, id, (error as Error).message)
  }
}

async function registerOf({ register, profile }: ReturnType<typeof intakeRow>) {
  if (!register) return { entries: [], problems: [] }
  return readRegister(textOf(await readFile(await inShare(register, 'register'))), profile.columns)
}

function isTaken(db: Db): (number: string) => boolean {
  const taken = db
    .select({ number: documents.number })
    .from(documents)
    .where(eq(documents.number, sql.placeholder('number')))
    .prepare()
  return (number) => taken.get({ number }) !== undefined
}

/** What is wrong with a profile or a register, not with the program. */
const faults = [RegisterError, PatternError, ConditionError, Refusal]

function holdBack(db: Db, id: string, fault: string): void {
  db.update(intakes).set({ stage: 'read', fault }).where(eq(intakes.id, id)).run()
  db.update(intakeDocuments).set({ status: 'held' }).where(eq(intakeDocuments.intake, id)).run()
  db.update(intakeFiles).set({ status: 'held' }).where(eq(intakeFiles.intake, id)).run()
}

/** Writes a plan in place of the one before: documents in their order, each file with what holds it back. */
function writePlan(tx: Tx, id: string, plan: ReturnType<typeof planIntake>, problems: string[]): void {
  tx.delete(intakeDocuments).where(eq(intakeDocuments.intake, id)).run()
  const held = new Map<string, { position: number; code: string | null }>()
  plan.documents.forEach((document, index) => {
    held.set(document.number, {
      position: index + 1,
      code: document.ready ? null : (document.conflicts[0]?.code ?? 'companion'),
    })
    tx.insert(intakeDocuments)
      .values({
        intake: id,
        position: index + 1,
        number: document.number,
        plan: document,
        status: document.ready ? 'ready' : 'held',
      })
      .run()
  })
  for (const file of plan.files) {
    const document = file.number === null || file.leftOut ? undefined : held.get(file.number)
    const conflict = file.leftOut ? null : (file.conflicts[0]?.code ?? document?.code ?? null)
    tx.update(intakeFiles)
      .set({
        planned: file,
        number: file.number,
        document: document?.position ?? null,
        conflict,
        status: file.leftOut ? 'left out' : conflict ? 'held' : 'ready',
      })
      .where(and(eq(intakeFiles.intake, id), eq(intakeFiles.path, file.path)))
      .run()
  }
  tx.update(intakes).set({ stage: 'read', fault: null, problems }).where(eq(intakes.id, id)).run()
}
