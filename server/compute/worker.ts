import { workerData } from 'node:worker_threads'
import { loadSandbox } from '../../core/script'
import { UnknownError } from '../../core/configuration'
import { type Db, openDatabase, openForReading } from '../database/connection'
import { counting, queries } from '../database/query-count'
import { Refusal, type RefusalKind } from '../refusal'
import { ScriptThread } from '../scripts/thread'
import { waitForScripts } from '../scripts/wait'
import { type ComputationKind, computations } from './kinds'

export interface Task {
  kind: ComputationKind
  input: unknown
}

type Computed = { answer: unknown } | { refusal: { kind: RefusalKind; message: string; reasons: unknown[] } }

/** What comes back: a thread's boundary takes no classes, so a refusal goes as what it says. */
export type Outcome = Computed & {
  /** How many statements it took, where they are counted. */
  queries: number
}

/** What a thread is started with. */
export interface ComputeStart {
  dataFolder: string
  /** Whether it carries out acts; every other one has a connection that can only read. */
  mayWrite: boolean
}

const { dataFolder, mayWrite } = workerData as ComputeStart
let db: Db | undefined
if (mayWrite) waitForScripts(new ScriptThread(new URL('script-worker.mjs', import.meta.url)))
else await loadSandbox()

/** Computes one thing, or carries one act out. */
export default function compute(task: Task): Promise<Outcome> {
  return counting(async () => ({ ...(await computed(task)), queries: queries.count }))
}

async function computed({ kind, input }: Task): Promise<Computed> {
  db ??= mayWrite ? openDatabase(dataFolder) : openForReading(dataFolder)
  try {
    const run = computations[kind].run as (db: Db, input: unknown) => unknown
    return { answer: await run(db, input) }
  } catch (error) {
    if (error instanceof Refusal)
      return { refusal: { kind: error.kind, message: error.message, reasons: error.reasons } }
    if (error instanceof UnknownError)
      return { refusal: { kind: 'not-found', message: error.message, reasons: [] } }
    throw error
  }
}
