import { eq } from 'drizzle-orm'
import type { Configuration } from '../../core/configuration'
import { type Profile, profileFaults, type Settlement } from '../../core/intake'
import { record } from '../audit/trail'
import { published } from '../configuration/published'
import { atomically, type Db, type Tx } from '../database/connection'
import { intakes } from '../database/schema'
import { allFolders } from '../directory/folders'
import type { Account } from '../directory/people'
import { Refusal } from '../refusal'
import { type Intake, intakeRow } from './rows'

/** Takes a changed profile, after checking every part of it; the plan is made anew by a job. */
export function changeProfile(db: Db, person: Account, id: string, profile: Profile): Intake {
  return settle(db, person, id, 'change profile', (tx) => {
    checkProfile(
      profile,
      published(tx).configuration,
      allFolders(tx).map(({ path }) => path),
    )
    return { profile }
  })
}

/** Adds what was decided of a file or a register line; `null` takes a decision back. */
export function settleFiles(
  db: Db,
  person: Account,
  id: string,
  decided: Record<string, Settlement | null>,
): Intake {
  return settle(db, person, id, 'settle', (_tx, intake) => {
    const settlements = { ...intake.settlements }
    for (const [key, settlement] of Object.entries(decided)) {
      if (settlement === null) delete settlements[key]
      else settlements[key] = { ...settlements[key], ...settlement }
    }
    return { settlements }
  })
}

function settle(
  db: Db,
  person: Account,
  id: string,
  action: string,
  change: (tx: Tx, intake: Intake) => Partial<Intake>,
): Intake {
  return atomically(db, (tx) => {
    const intake = intakeRow(tx, id)
    if (intake.stage !== 'read')
      throw new Refusal(
        'conflict',
        intake.stage === 'new'
          ? 'the archive is still being read'
          : 'the run has begun: nothing can be settled any more',
      )
    const values = change(tx, intake)
    tx.update(intakes).set(values).where(eq(intakes.id, id)).run()
    const [[key, after]] = Object.entries(values) as [[keyof Intake, unknown]]
    record(tx, person, {
      code: 'settle-intake',
      action,
      subject: { kind: 'intake', id, name: intake.name },
      before: intake[key],
      after,
    })
    return intakeRow(tx, id)
  })
}

/** @throws Refusal that tells everything that is wrong with a profile at once. */
function checkProfile(profile: Profile, configuration: Configuration, folders: string[]): void {
  const faults: { message: string; position?: number }[] = [
    ...profileFaults(profile, configuration),
    ...(profile.otherwise === '' ? [{ message: 'say which state documents go to where no rule holds' }] : []),
    ...(folders.includes(profile.folder)
      ? []
      : [{ message: `there is no folder ${profile.folder} in the vault` }]),
  ]
  if (faults.length === 0) return
  const placed = faults.flatMap(({ position }) => (position === undefined ? [] : [{ position }]))
  throw new Refusal('invalid', faults.map(({ message }) => message).join('; '), placed)
}
