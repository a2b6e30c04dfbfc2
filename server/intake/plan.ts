import { and, eq, ne, sql } from 'drizzle-orm'
import { readRegisterAt } from '../../archive'
import { ConditionError } from '../../core/condition'
import { UnknownError } from '../../core/configuration'
import { PatternError, planIntake, RegisterError } from '../../core/intake'
import { today } from '../settings/zone'
import { published } from '../configuration/published'
import type { Db } from '../database/connection'
import { documents, intakeDocuments, intakeFiles, intakes } from '../database/schema'
import { allFolders } from '../directory/folders'
import { asPerson } from '../directory/people'
import { asker, type Ending, type JobContext } from '../jobs/job-kind'
import { Refusal } from '../refusal'
import { type Intake, intakeRow } from './rows'
import { inShare } from './share'
import { writePlan } from './write-plan'

/** What stands as an intake’s fault while its plan is written, so that half a plan is never run. */
const beingMade = 'the plan was not finished: plan again'

/**
 * Makes the plan from what was read, and writes it down; what has been brought in stays out of it. A profile or
 * register that cannot be read becomes the intake's `fault`.
 * Takes seconds at a hundred thousand files: for a worker thread, never for the request path.
 */
export async function makePlan(context: JobContext): Promise<Ending> {
  const { db, job, portion } = context
  const person = asker(context)
  const { id } = intakeRow(db, job.subject)
  const mark = (values: Partial<Intake>) =>
    portion((tx) => tx.update(intakes).set(values).where(eq(intakes.id, id)).run())
  try {
    const intake = intakeRow(db, id)
    const register = await registerOf(intake)
    const plan = planIntake({
      files: filesToPlan(db, id),
      register: register.entries,
      profile: intake.profile,
      configuration: published(db).configuration,
      folders: allFolders(db),
      person: asPerson(person),
      today: today(db),
      settlements: intake.settlements,
      inVault: isTaken(db),
    })
    mark({ fault: beingMade })
    writePlan(context, id, plan)
    mark({ stage: 'read', fault: null, problems: register.problems.map(({ message }) => message) })
  } catch (error) {
    if (!faults.some((kind) => error instanceof kind)) throw error
    mark({ stage: 'read', fault: (error as Error).message })
    holdBack(context, id)
  }
  return 'done'
}

/** Every file of an intake that has not been brought in. */
const filesToPlan = (db: Db, id: string) =>
  db
    .select({ found: intakeFiles.found })
    .from(intakeFiles)
    .where(and(eq(intakeFiles.intake, id), ne(intakeFiles.status, 'done')))
    .orderBy(intakeFiles.path)
    .all()
    .map((row) => row.found)

async function registerOf({ register, profile }: Intake) {
  if (!register) return { entries: [], problems: [] }
  return readRegisterAt(await inShare(register, 'register'), profile.columns)
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
const faults = [RegisterError, PatternError, ConditionError, Refusal, UnknownError]

function holdBack({ portion }: JobContext, id: string): void {
  const open = (table: typeof intakeDocuments | typeof intakeFiles) =>
    and(eq(table.intake, id), ne(table.status, 'done'))
  portion((tx) => {
    tx.update(intakeDocuments)
      .set({ status: 'held' })
      .where(and(open(intakeDocuments), ne(intakeDocuments.status, 'unfiled')))
      .run()
    tx.update(intakeFiles).set({ status: 'held' }).where(open(intakeFiles)).run()
  })
}
