import type { ScriptOutcome } from '../../core/script'

/** What a script would do to a document, or why it does not run through. */
export type TriedScript =
  | {
      ok: true
      outcome: ScriptOutcome
      /** What it writes and cannot be written. */
      wrong: string[]
      milliseconds: number
    }
  | { ok: false; message: string; line: number | null }
