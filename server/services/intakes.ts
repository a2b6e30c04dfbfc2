import { randomUUID } from 'node:crypto'
import { and, asc, count, desc, eq, like, or, sql } from 'drizzle-orm'
import { ConditionError, parseCondition } from '../../core/condition'
import {
  namePattern,
  PatternError,
  planIntake,
  type Profile,
  readName,
  readRegister,
  RegisterError,
  type Settlement,
  usualPatterns,
} from '../../core/intake'
import { type Configuration, stateName } from '../../core/configuration'
import { atomically, consistently, type Db, type Tx } from '../database/connection'
import { documents, intakeDocuments, intakeFiles, intakes, jobs } from '../database/schema'
import { inShare, registerText } from './archives'
import { record } from './audit'
import { allFolders, published } from './configuration'
import { Refusal } from './errors'
import { account, asPerson, type Account } from './people'
import { now, today } from './clock'

export type Intake = typeof intakes.$inferSelect

export function intakeRow(tx: Tx, id: string): Intake {
  const row = tx.select().from(intakes).where(eq(intakes.id, id)).get()
  if (!row) throw new Refusal(404, `there is no intake “${id}”`)
  return row
}

/** Starts an intake of an archive; reading it is a job. @throws Refusal where archive or register cannot be used. */
export async function startIntake(
  db: Db,
  person: Account,
  asked: { archive: string; register: string | null },
): Promise<Intake> {
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
      action: 'start intake',
      subject: { kind: 'intake', id: intake.id, name: intake.name },
      after: { archive: asked.archive, register: asked.register },
    })
  })
  return intake
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
        409,
        intake.stage === 'new'
          ? 'the archive is still being read'
          : 'the run has begun: nothing can be settled any more',
      )
    const values = change(tx, intake)
    tx.update(intakes).set(values).where(eq(intakes.id, id)).run()
    const [[key, after]] = Object.entries(values) as [[keyof Intake, unknown]]
    record(tx, person, {
      action,
      subject: { kind: 'intake', id, name: intake.name },
      before: intake[key],
      after,
    })
    return intakeRow(tx, id)
  })
}

function checkProfile(profile: Profile, configuration: Configuration, folders: string[]): void {
  if (profile.patterns.length === 0) throw new Refusal(400, 'an intake needs at least one name pattern')
  profile.patterns.forEach((pattern, index) =>
    named(() => namePattern(pattern), PatternError, `pattern ${index + 1}`),
  )
  for (const { when, state } of profile.states) {
    named(
      () => parseCondition(when, configuration.attributes),
      ConditionError,
      `the rule for ${stateName(configuration, state)}`,
    )
    requireState(configuration, state)
  }
  requireState(configuration, profile.otherwise)
  if (!folders.includes(profile.folder))
    throw new Refusal(400, `there is no folder ${profile.folder} in the vault`)
  if (profile.class && !configuration.classes.some(({ id }) => id === profile.class))
    throw new Refusal(400, `there is no class “${profile.class}”`)
}

function requireState(configuration: Configuration, state: string): void {
  if (!configuration.states.some(({ id }) => id === state))
    throw new Refusal(400, `there is no state “${state}” in the catalogue`)
}

function named(read: () => unknown, kind: typeof PatternError | typeof ConditionError, what: string): void {
  try {
    read()
  } catch (error) {
    if (error instanceof kind)
      throw new Refusal(400, `${what}, character ${error.position + 1}: ${error.message}`, [
        { position: error.position },
      ])
    throw error
  }
}

/**
 * Makes the plan from what was read, and writes it down. A profile or register that cannot be read becomes the intake's `fault`.
 * Takes seconds at a hundred thousand files: for a worker thread, never for the request path.
 */
export async function makePlan(db: Db, id: string): Promise<void> {
  const intake = intakeRow(db, id)
  const person = account(db, intake.personId)!
  try {
    const register = intake.register
      ? readRegister(await registerText(await inShare(intake.register, 'register')), intake.profile.columns)
      : { entries: [], problems: [] }
    const taken = db
      .select({ number: documents.number })
      .from(documents)
      .where(eq(documents.number, sql.placeholder('number')))
      .prepare()
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
      inVault: (number) => taken.get({ number }) !== undefined,
    })
    atomically(db, (tx) => {
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
      tx.update(intakes)
        .set({ stage: 'read', fault: null, problems: register.problems.map((problem) => problem.message) })
        .where(eq(intakes.id, id))
        .run()
    })
  } catch (error) {
    if (!(
      error instanceof RegisterError ||
      error instanceof PatternError ||
      error instanceof ConditionError ||
      error instanceof Refusal
    ))
      throw error
    db.update(intakes).set({ stage: 'read', fault: error.message }).where(eq(intakes.id, id)).run()
    db.update(intakeDocuments).set({ status: 'held' }).where(eq(intakeDocuments.intake, id)).run()
    db.update(intakeFiles).set({ status: 'held' }).where(eq(intakeFiles.intake, id)).run()
  }
}

/** An intake with its counts: files by status and by kind of conflict, documents by status. */
export function intakePage(db: Db, id: string) {
  return consistently(db, () => {
    const intake = intakeRow(db, id)
    const files = db
      .select({ status: intakeFiles.status, conflict: intakeFiles.conflict, count: count() })
      .from(intakeFiles)
      .where(eq(intakeFiles.intake, id))
      .groupBy(intakeFiles.status, intakeFiles.conflict)
      .all()
    const planned = db
      .select({ status: intakeDocuments.status, count: count() })
      .from(intakeDocuments)
      .where(eq(intakeDocuments.intake, id))
      .groupBy(intakeDocuments.status)
      .all()
    const job =
      db
        .select()
        .from(jobs)
        .where(eq(jobs.subject, id))
        .orderBy(desc(jobs.queuedAt), desc(sql`rowid`))
        .limit(1)
        .get() ?? null
    return {
      intake,
      files,
      documents: Object.fromEntries(planned.map((row) => [row.status, row.count])) as Partial<
        Record<'ready' | 'held' | 'done' | 'failed', number>
      >,
      job,
    }
  })
}

export interface IntakeQuery {
  status?: string
  conflict?: string
  text?: string
  offset: number
  limit: number
}

/** A page of an intake's files, each with its document's plan, prediction and result. */
export function listIntakeFiles(db: Db, id: string, query: IntakeQuery) {
  intakeRow(db, id)
  const text = query.text && `%${query.text}%`
  const where = and(
    eq(intakeFiles.intake, id),
    query.status ? eq(intakeFiles.status, query.status) : undefined,
    query.conflict ? eq(intakeFiles.conflict, query.conflict) : undefined,
    text ? or(like(intakeFiles.path, text), like(intakeFiles.number, text)) : undefined,
  )
  const total = db.select({ total: count() }).from(intakeFiles).where(where).get()!.total
  const rows = db
    .select({
      file: intakeFiles,
      document: {
        plan: intakeDocuments.plan,
        status: intakeDocuments.status,
        message: intakeDocuments.message,
        result: intakeDocuments.result,
      },
    })
    .from(intakeFiles)
    .leftJoin(
      intakeDocuments,
      and(eq(intakeDocuments.intake, id), eq(intakeDocuments.position, intakeFiles.document)),
    )
    .where(where)
    .orderBy(sql`${intakeFiles.number} is null`, asc(intakeFiles.number), asc(intakeFiles.path))
    .limit(query.limit)
    .offset(query.offset)
    .all()
  return { total, rows }
}

/** What patterns read out of an archive's names: how many each one takes, and the first few files with what was read. */
export function tryPatterns(db: Db, id: string, patterns: string[]) {
  const made = patterns.map((pattern, index) => {
    try {
      return { pattern: namePattern(pattern) }
    } catch (error) {
      if (error instanceof PatternError)
        return { fault: { pattern: index, position: error.position, message: error.message } }
      throw error
    }
  })
  const usable = made.flatMap((entry) => entry.pattern ?? [])
  const counts = patterns.map(() => 0)
  const samples: { path: string; pattern: number | null; reading: object }[] = []
  let unread = 0
  for (const { path } of db
    .select({ path: intakeFiles.path })
    .from(intakeFiles)
    .where(eq(intakeFiles.intake, id))
    .orderBy(intakeFiles.path)
    .all()) {
    const hit = readName(usable, path)
    const index = hit ? patterns.indexOf(hit.pattern) : null
    if (index === null) unread++
    else counts[index]!++
    if (
      samples.length < 12 ||
      (index === null && samples.filter((sample) => sample.pattern === null).length < 6)
    )
      samples.push({ path, pattern: index, reading: hit?.reading ?? {} })
  }
  return { faults: made.flatMap((entry) => entry.fault ?? []), counts, unread, samples }
}

/** The report of an intake: a line for every file, prediction beside result. */
export function* report(db: Db, id: string) {
  const { configuration } = published(db)
  const page = 1000
  for (let offset = 0; ; offset += page) {
    const { rows } = listIntakeFiles(db, id, { offset, limit: page })
    for (const { file, document } of rows) {
      const prediction = document?.plan.prediction
      const result = document?.result
      yield {
        file: file.path,
        number: file.number ?? '',
        label: file.planned?.label ?? '',
        status: file.status,
        'predicted state': prediction ? stateName(configuration, prediction.state) : '',
        'predicted revision': prediction?.revision ?? '',
        state: result ? stateName(configuration, result.state) : '',
        revision: result?.revision ?? '',
        'as predicted': result ? (samePrediction(prediction!, result) ? 'yes' : 'no') : '',
        reason:
          document?.message ??
          (file.status === 'held'
            ? [...(file.planned?.conflicts ?? []), ...(document?.plan.conflicts ?? [])]
                .map((conflict) => conflict.message)
                .join('; ') || 'another file of the same number is held back'
            : ''),
      }
    }
    if (rows.length < page) return
  }
}

/** Whether what came of a document is what was predicted: state, revision, versions and the whole register. */
export function samePrediction(prediction: object, result: object): boolean {
  const essence = (value: object) => {
    const { state, revision, versions, register } = value as {
      state: string
      revision: string
      versions: number
      register: { label: string; origin: string; version: number | null }[]
    }
    return JSON.stringify([
      state,
      revision,
      versions,
      register.map((row) => [row.label, row.origin, row.version]),
    ])
  }
  return essence(prediction) === essence(result)
}
