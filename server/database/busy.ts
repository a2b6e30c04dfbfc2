import { setTimeout as pause } from 'node:timers/promises'
import { Refusal } from '../refusal'
import { withScripts } from '../scripts/needed'
import type { ScriptAnswer, ScriptQuestion } from '../scripts/thread'

/** How long an act waits for its turn, in milliseconds. */
const patience = 15_000
/** Between two tries, in milliseconds. */
const every = 5

/**
 * How many acts of people wait for the database: shared with the job's thread, which lets them go first. The thread
 * that answers everybody must not sleep in SQLite meanwhile, so it waits here.
 */
export const waiting = new Int32Array(new SharedArrayBuffer(4))

/** Whether the database was locked by another writer; nothing was changed then. */
export function isBusy(error: unknown): boolean {
  const code = (error as { code?: string }).code ?? (error as { cause?: { code?: string } }).cause?.code
  return code?.startsWith('SQLITE_BUSY') ?? false
}

/** Runs the scripts that an act needs before it can be decided. */
let runScript: (question: ScriptQuestion, who: string) => Promise<ScriptAnswer> = () => {
  throw new Error('no scripts run here')
}
export const useScripts = (run: typeof runScript): void => void (runScript = run)

/**
 * Runs an act. Repeats it while the database is busy, and after each round of scripts that it needs.
 * @throws Refusal if that takes too long
 */
export const whenFree = <T>(act: () => T | Promise<T>): Promise<T> =>
  withScripts(
    (question, who) => runScript(question, who),
    () => whenUnlocked(act),
  )

async function whenUnlocked<T>(act: () => T | Promise<T>): Promise<T> {
  try {
    return await act()
  } catch (error) {
    if (!isBusy(error)) throw error
  }
  Atomics.add(waiting, 0, 1)
  try {
    return await tryAgain(act, Date.now() + patience)
  } finally {
    Atomics.sub(waiting, 0, 1)
    Atomics.notify(waiting, 0)
  }
}

async function tryAgain<T>(act: () => T | Promise<T>, until: number): Promise<T> {
  for (;;) {
    await pause(every)
    try {
      return await act()
    } catch (error) {
      if (!isBusy(error)) throw error
      if (Date.now() > until)
        throw new Refusal(
          'unavailable',
          'the vault was busy for too long, and nothing was changed: try again in a moment',
          [],
          { cause: error },
        )
    }
  }
}

/** The longest that a job stands back for acts that wait, in milliseconds. */
const longestPause = 100

/** For a job’s thread, between two of its transactions: lets acts that wait go first. */
export function giveWay(acts: Int32Array): void {
  const count = Atomics.load(acts, 0)
  if (count > 0) Atomics.wait(acts, 0, count, longestPause)
}
