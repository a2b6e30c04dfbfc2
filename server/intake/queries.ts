import { and, asc, count, desc, eq, like, or, sql } from 'drizzle-orm'
import type { Evidence, EvidenceField, PlannedFile } from '../../core/intake'
import type { IntakeCounts, IntakePage, ListedIntake } from '../../shared/answers'
import { consistently, type Db } from '../database/connection'
import { intakeDocuments, intakeFiles, intakes, jobs } from '../database/schema'
import { intakeRow } from './rows'

/** An intake with its counts: files by status and by kind of conflict, documents by status. */
export function intakePage(db: Db, id: string): IntakePage {
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
      documents: Object.fromEntries(planned.map((row) => [row.status, row.count])) as IntakeCounts,
      unfiled: {
        total: planned.find((row) => row.status === 'unfiled')?.count ?? 0,
        rows: unfiledOf(db, id),
      },
      job,
    }
  })
}

/** So many register lines without a file are listed; the others are counted. */
const mostUnfiled = 200

function unfiledOf(db: Db, id: string): IntakePage['unfiled']['rows'] {
  const rows = db
    .select({ plan: intakeDocuments.plan })
    .from(intakeDocuments)
    .where(and(eq(intakeDocuments.intake, id), eq(intakeDocuments.status, 'unfiled')))
    .orderBy(asc(intakeDocuments.position))
    .limit(mostUnfiled)
    .all()
  return rows.map(({ plan: { number, conflicts } }) => ({ number, conflict: conflicts[0]! }))
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
  return {
    total,
    rows: rows.map((row) => ({
      ...row,
      file: { ...row.file, planned: row.file.planned && upgraded(row.file.planned) },
    })),
  }
}

/** The newest intakes, with how far each is. */
export function listIntakes(db: Db): ListedIntake[] {
  const newest = db.select({ id: intakes.id }).from(intakes).orderBy(desc(intakes.at)).limit(200).all()
  return newest.map(({ id }) => {
    const { intake, files, documents, job } = intakePage(db, id)
    const { name, at, stage, register } = intake
    return {
      id,
      name,
      at,
      stage,
      register,
      files: files.reduce((sum, row) => sum + row.count, 0),
      documents,
      job,
    }
  })
}

/** Evidence as it was kept before it was a list: by field, with the source in words. */
type EarlierEvidence = Record<EvidenceField, { value: string; source: string }[]>

/** A plan that was made by an earlier version, in today's shape. */
function upgraded(planned: PlannedFile): PlannedFile {
  if (Array.isArray(planned.evidence)) return planned
  const kinds: Record<string, string> = { name: 'name', 'set by hand': 'hand' }
  const evidence = Object.entries(planned.evidence as EarlierEvidence).flatMap(([field, list]) =>
    list.map(({ value, source }): Evidence => ({
      field: field as EvidenceField,
      value,
      source: { kind: kinds[source] ?? 'register', at: /\d+/.exec(source)?.[0] ?? '' },
    })),
  )
  return { ...planned, evidence }
}
