import type { Db, Tx } from '../database/connection'
import type { Account } from '../directory/people'

/** The vault that a setting is tried for, and who sets it. */
export interface Trial {
  db: Db
  account: Account
  dataFolder: string
}

/** Everything that one setting is. */
export interface SettingKind {
  /** What it is called in the trail. */
  label: string
  /** What is used where nothing is set. */
  usual: (dataFolder: string) => string
  /** Reads what was typed, against the value that is kept. @throws Refusal if it is no such value */
  read: (text: string, kept: string | null) => string
  /** Tries a value before it is kept; null stands for the usual one. @returns what came of it. @throws Refusal */
  attempt: (value: string | null, trial: Trial) => Promise<string>
  /** Runs in the transaction that keeps the value. */
  kept?: (tx: Tx, trial: Trial) => void
  /** The value as it may be shown. */
  shown?: (value: string) => string
}
