import { randomUUID } from 'node:crypto'
import { desc } from 'drizzle-orm'
import { type Profile, usualPatterns } from '../../core/intake'
import { record } from '../audit/trail'
import { now } from '../clock'
import { published } from '../configuration/published'
import { atomically, type Db, type Tx } from '../database/connection'
import { intakes } from '../database/schema'
import { allFolders } from '../directory/folders'
import type { Account } from '../directory/people'
import { enqueue } from '../jobs/queue'
import type { Intake } from './rows'
import { inShare } from './share'

/**
 * Starts an intake of an archive; reading it is a job. @returns its id.
 * @throws Refusal where archive or register cannot be used.
 */
export async function startIntake(
  db: Db,
  person: Account,
  asked: { archive: string; register: string | null },
): Promise<string> {
  await inShare(asked.archive, 'archive')
  if (asked.register) await inShare(asked.register, 'register')
  const intake: Intake = {
    id: randomUUID(),
    name: asked.archive,
    archive: asked.archive,
    register: asked.register,
    profile: firstProfile(db),
    settlements: {},
    problems: [],
    stage: 'new',
    fault: null,
    at: now(),
    personId: person.id,
  }
  atomically(db, (tx) => {
    tx.insert(intakes).values(intake).run()
    record(tx, person, {
      code: 'start-intake',
      action: 'start intake',
      subject: { kind: 'intake', id: intake.id, name: intake.name },
      after: { archive: asked.archive, register: asked.register },
    })
    enqueue(tx, {
      kind: 'intake-read',
      subject: intake.id,
      subjectName: intake.name,
      personId: person.id,
    })
  })
  return intake.id
}

/** The profile of the newest intake, or one made from what the configuration has. */
function firstProfile(tx: Tx): Profile {
  const last = tx.select({ profile: intakes.profile }).from(intakes).orderBy(desc(intakes.at)).limit(1).get()
  if (last) return last.profile
  const { configuration } = published(tx)
  const lifecycle = configuration.lifecycles[0]
  const issued = lifecycle?.states.find((use) => use.phase === 'issued')
  const retired = lifecycle?.states.find((use) => use.phase === 'retired')
  const working = lifecycle?.states.find((use) => use.phase === 'working' && use.adoption)
  const has = (id: string) =>
    configuration.attributes.some((attribute) => attribute.id === id) ? id : undefined
  return {
    patterns: usualPatterns,
    folder: allFolders(tx).find((folder) => folder.roles)?.path ?? '/',
    states: has('legacy_status')
      ? [
          ...(retired ? [{ when: 'legacy_status == "superseded"', state: retired.state }] : []),
          ...(working ? [{ when: 'legacy_status == "drawn"', state: working.state }] : []),
        ]
      : [],
    otherwise: issued?.state ?? lifecycle?.entry ?? '',
    attributes: {
      title: has('title'),
      status: has('legacy_status'),
      date: has('legacy_date'),
      author: has('legacy_author'),
    },
  }
}
